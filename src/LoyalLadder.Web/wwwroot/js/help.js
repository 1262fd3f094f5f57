// An example is put into the box and read there.
document.addEventListener('click', e => {
  const typed = /** @type {HTMLElement | null} */ (/** @type {Element} */ (e.target).closest('[data-try]'))?.dataset
    .try;
  const box = /** @type {HTMLInputElement} */ (document.getElementById('try-text'));
  if (typed === undefined) return;
  box.value = typed;
  box.dispatchEvent(new Event('input', { bubbles: true }));
  box.focus();
});
document.getElementById('try').addEventListener('submit', e => e.preventDefault());

export {};

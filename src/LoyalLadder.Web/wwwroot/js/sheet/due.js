// What is due is asked for beside the sheet, so that typing never waits for it, and stands again at once in each new live part.
let due = null;

function placeDue() {
  const box = document.getElementById('due');
  if (box && due !== null) box.innerHTML = due;
}

async function loadDue() {
  const box = document.getElementById('due');
  if (!box) return;
  try {
    const answer = await fetch(box.dataset.due, { redirect: 'manual' });
    if (answer.ok) {
      due = await answer.text();
      placeDue();
    }
  } catch {
    /* the link in its place still leads there */
  }
}

document.addEventListener('htmx:afterSwap', e => {
  const swapped = /** @type {CustomEvent} */ (e);
  if (/** @type {HTMLElement} */ (e.target).id === 'live' || swapped.detail.target?.id === 'live') placeDue();
});
// settling puts back what stood in the part that came anew
document.addEventListener('htmx:afterSettle', () => {
  if (document.querySelector('#due > p')) placeDue();
});
document.addEventListener('due-changed', loadDue);
loadDue();

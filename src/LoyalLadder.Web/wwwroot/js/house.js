// What every room shares: 'g' and a letter goes to a room; a button may choose a value for everybody; signing out leaves nothing.
const rooms = {
  t: '/',
  s: '/sheets',
  b: '/bench',
  m: '/material',
  l: '/ladder',
  d: '/diary',
  p: '/people',
  h: '/school',
};
let going = false;
document.addEventListener('keydown', e => {
  const on = /** @type {Element} */ (e.target);
  if (e.ctrlKey || e.metaKey || e.altKey || on.closest('input, textarea, select, dialog')) return;
  if (going && rooms[e.key]) {
    location.href = rooms[e.key];
    e.preventDefault();
    e.stopImmediatePropagation();
  }
  going = e.key === 'g';
});

document.documentElement.classList.add('has-script');
document.addEventListener('click', e => {
  const all = /** @type {Element} */ (e.target).closest?.('[data-all]')?.getAttribute('data-all');
  if (!all) return;
  const boxes = document.querySelectorAll(`input[name^="at-"][value="${all}"]`);
  for (const box of boxes) /** @type {HTMLInputElement} */ (box).checked = true;
});

// what the mat kept on this device goes when its person signs out, except what the school does not have yet
document.addEventListener('submit', e => {
  if (!(/** @type {Element} */ (e.target).matches('[data-sign-out]'))) return;
  caches
    ?.keys()
    .then(names => names.filter(n => n.startsWith('loyal-ladder-mat')).forEach(n => caches.delete(n)))
    .catch(() => {});
  let left = false;
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith('loyal-ladder-')) continue;
    if (!(JSON.parse(localStorage.getItem(key))?.unsent > 0)) localStorage.removeItem(key);
    else left = true;
  }
  // then the server may tell the browser to forget this site altogether
  const forget = Object.assign(document.createElement('input'), { type: 'hidden', name: 'left', value: String(left) });
  if (e.target instanceof HTMLFormElement) e.target.append(forget);
});

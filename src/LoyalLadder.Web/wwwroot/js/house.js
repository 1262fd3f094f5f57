// What every room shares: 'g' and a letter goes to a room; a button may choose a value for everybody; signing out leaves nothing.
import './again.js';
import { phrase } from './phrase.js';
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
  if (going && e.key === '/') {
    e.preventDefault();
    e.stopImmediatePropagation();
    going = false;
    return openFind();
  }
  if (going && rooms[e.key]) {
    location.href = rooms[e.key];
    e.preventDefault();
    e.stopImmediatePropagation();
  }
  going = e.key === 'g';
});

document.documentElement.classList.add('has-script');

// a list that opens over the page closes when something else is pressed
document.addEventListener('click', e => {
  for (const open of document.querySelectorAll('details[data-closes][open]'))
    if (!open.contains(/** @type {Node} */ (e.target))) open.removeAttribute('open');
});
document.addEventListener('keydown', e => {
  const open = document.querySelector('details[data-closes][open]');
  if (e.key !== 'Escape' || !open) return;
  open.removeAttribute('open');
  open.querySelector('summary').focus();
  e.stopImmediatePropagation();
});

// finding: a box over every page, its list gone along with the arrows
const findBox = () => /** @type {HTMLDialogElement | null} */ (document.getElementById('find'));
function openFind() {
  findBox()?.showModal();
  /** @type {HTMLInputElement} */ (document.getElementById('find-text')).select();
}
document.addEventListener('click', e => {
  const on = /** @type {Element} */ (e.target);
  if (on.closest?.('[data-find]')) {
    e.preventDefault();
    openFind();
  }
  if (on === findBox()) findBox().close();
  const more = on.closest?.('[data-more]');
  if (more) more.setAttribute('aria-expanded', String(more.getAttribute('aria-expanded') !== 'true'));
});
document.addEventListener('keydown', e => {
  const box = /** @type {Element} */ (e.target).closest?.('#find');
  if (!box || (e.key !== 'ArrowDown' && e.key !== 'ArrowUp')) return;
  e.preventDefault();
  const stops = /** @type {HTMLElement[]} */ ([...box.querySelectorAll('input, .find-list a')]);
  const at = stops.indexOf(/** @type {HTMLElement} */ (document.activeElement));
  stops[Math.max(0, Math.min(stops.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))]?.focus();
});

// on a phone a table's rows become cards: each cell says what it is
for (const table of document.querySelectorAll('table.ruled:has(thead)')) {
  const names = [...table.querySelectorAll('thead tr:last-child th')].map(th => th.textContent.trim());
  for (const row of table.querySelectorAll('tbody tr'))
    [...row.children].forEach((cell, i) => names[i] && cell.setAttribute('data-label', names[i]));
}
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

// a file that is too large is said so before it is sent: the server hangs up on it without a word
document.addEventListener('change', e => {
  const field = e.target;
  if (!(field instanceof HTMLInputElement) || field.type !== 'file' || !field.dataset.most) return;
  const most = Number(field.dataset.most);
  const large = [...field.files].find(f => f.size > most);
  const size = bytes => `${(bytes / 1e6).toLocaleString('en-GB', { maximumFractionDigits: 1 })} MB`;
  field.setCustomValidity(
    large ? phrase('A file may have {0}; {1} has {2}.', size(most), large.name, size(large.size)) : '',
  );
  field.reportValidity();
});

// without network a room says what still works
navigator.serviceWorker?.register('/shell-worker.js').catch(() => {});

// Lines that are picked, so that one press acts on all of them. They stay picked while the live part is renewed.
import { phrase } from '../phrase.js';

const kept = new Set();
const boxes = () => /** @type {HTMLInputElement[]} */ ([...document.querySelectorAll('[name="pick"]')]);
let last = null;

/** The keys of the picked lines that still stand there. */
export const picked = () =>
  boxes()
    .filter(b => b.checked)
    .map(b => b.value);

/** Picks a line, or lets it go. @param {HTMLElement | null} row */
export function pick(row) {
  const box = /** @type {HTMLInputElement | null} */ (row?.querySelector('[name="pick"]') ?? null);
  if (!box) return;
  box.checked = !box.checked;
  heed(box);
}

export function unpick() {
  kept.clear();
  showPicks();
}

/** Shows again what was picked before the live part came anew. */
export function showPicks() {
  for (const box of boxes()) {
    box.checked = kept.has(box.value);
    box.closest('.line').classList.toggle('is-picked', box.checked);
  }
  const all = picked().length;
  const bar = document.getElementById('picked');
  if (!bar) return;
  bar.hidden = all === 0;
  document.getElementById('picked-count').textContent = all === 1 ? phrase('1 line') : phrase('{0} lines', all);
}

function heed(box) {
  if (box.checked) kept.add(box.value);
  else kept.delete(box.value);
  last = box.value;
  showPicks();
}

/** With shift held, everything from the line picked last to this one. */
function pickTo(box) {
  const all = boxes();
  const [a, b] = [all.findIndex(x => x.value === last), all.indexOf(box)].sort((x, y) => x - y);
  if (a < 0) return;
  for (const between of all.slice(a, b + 1)) kept.add(between.value);
  showPicks();
}

document.addEventListener('click', e => {
  const row = /** @type {HTMLElement | null} */ (/** @type {Element} */ (e.target).closest?.('[data-line]'));
  const box = /** @type {HTMLInputElement | null} */ (row?.querySelector('[name="pick"]') ?? null);
  if (box && e.shiftKey && last) {
    e.preventDefault();
    getSelection()?.removeAllRanges();
    pickTo(box);
  }
});
document.addEventListener('change', e => {
  const box = /** @type {HTMLInputElement} */ (e.target);
  if (box.name === 'pick') heed(box);
});

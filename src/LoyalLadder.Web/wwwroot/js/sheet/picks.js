// Lines that are picked, so that one press acts on all of them. They stay picked while the live part is renewed.
import { phrase } from '../phrase.js';

const kept = new Set();
const rows = () => /** @type {HTMLElement[]} */ ([...document.querySelectorAll('[data-line]')]);
let last = null;

/** The keys of the picked lines that still stand there. */
export const picked = () =>
  rows()
    .map(r => r.dataset.line)
    .filter(line => kept.has(line));

/** Picks a line, or lets it go. @param {HTMLElement | null} row */
export function pick(row) {
  const line = row?.dataset.line;
  if (!line || !document.getElementById('picked')) return;
  if (!kept.delete(line)) kept.add(line);
  last = line;
  showPicks();
}

export function unpick() {
  kept.clear();
  showPicks();
}

/** Shows again what was picked before the live part came anew, and puts it into the form that is sent. */
export function showPicks() {
  const bar = document.getElementById('picked');
  if (!bar) return;
  const lines = picked();
  for (const row of rows()) {
    const isPicked = lines.includes(row.dataset.line);
    row.classList.toggle('is-picked', isPicked);
    const box = /** @type {HTMLInputElement | null} */ (row.querySelector('[data-pick]'));
    if (box) box.checked = isPicked;
  }
  bar.hidden = lines.length === 0;
  document.getElementById('picked-count').textContent =
    lines.length === 1 ? phrase('1 line') : phrase('{0} lines', lines.length);
  document.getElementById('picked-lines').replaceChildren(...lines.map(field));
}

function field(line) {
  const input = document.createElement('input');
  Object.assign(input, { type: 'hidden', name: 'pick', value: line });
  return input;
}

/** With shift held, everything from the line picked last to this one. */
function pickTo(row) {
  const all = rows();
  const [a, b] = [all.findIndex(r => r.dataset.line === last), all.indexOf(row)].sort((x, y) => x - y);
  if (a < 0) return;
  for (const between of all.slice(a, b + 1)) kept.add(between.dataset.line);
  showPicks();
}

document.addEventListener('click', e => {
  const row = /** @type {HTMLElement | null} */ (/** @type {Element} */ (e.target).closest?.('[data-line]'));
  if (row && e.shiftKey && last && document.getElementById('picked')) {
    e.preventDefault();
    getSelection()?.removeAllRanges();
    pickTo(row);
  }
});
document.addEventListener('change', e => {
  const box = /** @type {HTMLElement} */ (e.target);
  if (box.matches('[data-pick]')) pick(box.closest('[data-line]'));
});

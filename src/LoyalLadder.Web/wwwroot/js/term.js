// The map of a term: one cell is chosen at a time, with the mouse or the arrows; p pins, x keeps out, Enter opens the session.
import { phrase } from './phrase.js';
const act = /** @type {HTMLFormElement} */ (document.getElementById('term-act'));
const words = /** @type {HTMLElement} */ (act?.querySelector('[data-words]'));
const opener = /** @type {HTMLAnchorElement} */ (act?.querySelector('[data-open]'));
const buttons = /** @type {HTMLButtonElement[]} */ ([...(act?.querySelectorAll('[data-pin]') ?? [])]);

/** @type {HTMLTableCellElement | null} */
let chosen = null;

const rows = () => /** @type {HTMLTableRowElement[]} */ ([...document.querySelectorAll('[data-map] tr[data-item]')]);
const rowOf = cell => /** @type {HTMLTableRowElement} */ (cell.parentElement);
const columnOf = cell =>
  /** @type {HTMLElement} */ (
    document.querySelector('[data-map]').querySelector('thead tr:last-child').children[cell.cellIndex]
  );

function tell(more = '') {
  const column = columnOf(chosen);
  const pin = chosen.classList.contains('must')
    ? phrase(', pinned')
    : chosen.classList.contains('never')
      ? phrase(', kept out')
      : '';
  const name = rowOf(chosen).cells[0].textContent;
  words.textContent =
    more || `${name}, ${column.dataset.day}: ${chosen.getAttribute('aria-label') ?? phrase('nothing')}${pin}`;
  for (const button of buttons) button.disabled = !column.dataset.can;
  opener.hidden = !column.dataset.url;
  if (column.dataset.url) opener.href = column.dataset.url;
}

function choose(cell) {
  if (!cell?.closest('tr[data-item]') || !columnOf(cell)?.dataset.key) return;
  chosen?.removeAttribute('tabindex');
  chosen?.classList.remove('is-chosen');
  chosen = cell;
  cell.tabIndex = 0;
  cell.classList.add('is-chosen');
  cell.focus({ preventScroll: true });
  cell.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  tell();
}

function move(down, right) {
  const all = rows();
  const at = all.indexOf(rowOf(chosen));
  const row = all[Math.min(all.length - 1, Math.max(0, at + down))];
  choose(row.cells[Math.min(row.cells.length - 2, Math.max(1, chosen.cellIndex + right))]);
}

/** @param {string} must 'true' here, 'false' not here; said twice it is neither again. */
async function pin(must) {
  if (!chosen || !columnOf(chosen).dataset.can || buttons.length === 0) return;
  const cell = chosen;
  const css = must === 'true' ? 'must' : 'never';
  const isSaid = cell.classList.contains(css);
  const body = new FormData(act);
  body.set('session', columnOf(cell).dataset.key);
  body.set('item', rowOf(cell).dataset.item);
  if (!isSaid) body.set('must', must);
  try {
    const answer = await fetch(act.action, { method: 'POST', body, headers: { 'HX-Request': 'true' } });
    if (!answer.ok) throw new Error(String(answer.status));
    cell.classList.remove('must', 'never');
    if (!isSaid) cell.classList.add(css);
    tell();
  } catch {
    tell(phrase('That was not kept: the school cannot be reached just now, or the session is over. Try again.'));
  }
}

if (act) {
  act.addEventListener('submit', e => e.preventDefault());
  document.addEventListener('click', e => {
    const target = /** @type {Element} */ (e.target);
    const button = /** @type {HTMLElement} */ (target.closest('[data-pin]'));
    if (button) pin(button.dataset.pin);
    else if (target.closest('[data-map] tr[data-item] td')) choose(target.closest('td'));
  });
  document.addEventListener('keydown', e => {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const target = /** @type {Element} */ (e.target);
    const isInside = chosen?.isConnected && target === chosen;
    if (!isInside) {
      if (target.matches('.term-scroll') && e.key.startsWith('Arrow')) {
        e.preventDefault();
        choose(chosen?.isConnected ? chosen : (document.querySelector('[data-map] td.now') ?? rows()[0]?.cells[1]));
      }
      return;
    }
    const steps = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] };
    const step = steps[e.key];
    if (step) move(step[0], step[1]);
    else if (e.key === 'p') pin('true');
    else if (e.key === 'x') pin('false');
    else if (e.key === 'Enter' && !opener.hidden) opener.click();
    else return;
    e.preventDefault();
  });
}

// while a plan is worked out: the map is drawn again whenever a better one was found, and once more when it has ended
let found = document.getElementById('term-solve')?.dataset.found;
document.addEventListener('htmx:afterSettle', () => {
  const now = document.getElementById('term-solve')?.dataset.found;
  if (now !== undefined && now !== found) document.body.dispatchEvent(new Event('term-better'));
  found = now;
});
export {};

// A long list of people: typing narrows it, and how many are ticked is said where something is done with them.
import { phrase } from './phrase.js';
const list = document.querySelector('[data-people]');
const words = document.querySelector('[data-many]');
const rows = () => /** @type {HTMLTableRowElement[]} */ ([...(list?.querySelectorAll('tbody tr') ?? [])]);
const ticks = () => /** @type {HTMLInputElement[]} */ ([...(list?.querySelectorAll('input[name="who"]') ?? [])]);
const plain = text => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

function count() {
  const ticked = ticks().filter(t => t.checked).length;
  if (words) words.textContent = ticked === 0 ? phrase('With those ticked:') : phrase('With the {0} ticked:', ticked);
}

document.querySelector('[data-narrow]')?.addEventListener('input', e => {
  const wanted = plain(/** @type {HTMLInputElement} */ (e.target).value).split(/\s+/);
  for (const row of rows()) row.hidden = !wanted.every(w => plain(row.textContent).includes(w));
});
document.querySelector('[data-tick-all]')?.addEventListener('click', () => {
  const shown = ticks().filter(t => !t.closest('tr').hidden);
  const isAll = shown.every(t => t.checked);
  for (const tick of shown) tick.checked = !isAll;
  count();
});
list?.addEventListener('change', count);
export {};

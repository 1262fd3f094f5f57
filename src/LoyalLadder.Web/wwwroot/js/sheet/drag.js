// What is dragged in the Sheet room: an upright of the ladder to change a dose, and lines to another place.
import { picked, unpick } from './picks.js';

const htmx = /** @type {any} */ (window).htmx;
const live = () => /** @type {HTMLFormElement} */ (document.getElementById('live'));
const send = to =>
  htmx.ajax('POST', `${live().dataset.address}/${to}`, {
    source: live(),
    target: '#live',
    swap: 'outerHTML show:none',
  });

let upright = null;
let carried = null;

export const isDragging = () => upright !== null || carried !== null;

// the answer to a dragged upright is the nearest whole dose
const svgUnits = (svg, px) => (px * svg.viewBox.baseVal.width) / svg.getBoundingClientRect().width;
const wanted = e =>
  Math.max(1, Math.round(upright.work + svgUnits(upright.svg, e.clientX - upright.from) * upright.rate));

function takeUpright(grip, e) {
  const svg = grip.ownerSVGElement;
  upright = {
    grip,
    svg,
    from: e.clientX,
    at: Number(grip.getAttribute('x')),
    work: Number(grip.dataset.work),
    rate: Number(svg.dataset.secondsPerUnit),
  };
  grip.classList.add('is-dragged');
}

function moveUpright(e) {
  upright.grip.setAttribute('x', upright.at + svgUnits(upright.svg, e.clientX - upright.from));
  const s = wanted(e);
  upright.grip.querySelector('title').textContent = `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
}

function dropUpright(e) {
  const { grip, work } = upright;
  const seconds = wanted(e);
  upright = null;
  grip.classList.remove('is-dragged');
  if (seconds !== work) send(`doses?handler=Size&line=${grip.dataset.grip}&seconds=${seconds}`);
}

// a line is taken by its time; where several are picked and it is one of them, all go
const rows = () => /** @type {HTMLElement[]} */ ([...document.querySelectorAll('[data-line]')]);

function takeLine(row, e) {
  const lines = picked().includes(row.dataset.line) ? picked() : [row.dataset.line];
  carried = { row, lines, from: e.clientY, behind: undefined };
}

function moveLine(e) {
  if (carried.behind === undefined && Math.abs(e.clientY - carried.from) < 6) return;
  carried.row.classList.add('is-carried');
  const above = rows().filter(r => {
    const box = r.getBoundingClientRect();
    return box.top + box.height / 2 < e.clientY;
  });
  // the nearest line above that does not go along
  const behind = above.findLast(r => !carried.lines.includes(r.dataset.line)) ?? null;
  for (const row of rows()) row.classList.toggle('drops-below', row === behind);
  document.getElementById('lines').classList.toggle('drops-first', behind === null);
  carried.behind = behind?.dataset.line ?? '';
}

function dropLine() {
  const { row, lines, behind } = carried;
  carried = null;
  row.classList.remove('is-carried');
  for (const other of rows()) other.classList.remove('drops-below');
  document.getElementById('lines').classList.remove('drops-first');
  if (behind === undefined) return;
  const before = rows()[rows().indexOf(row) - 1]?.dataset.line ?? '';
  if (lines.length === 1 && behind === before) return;
  // the picked lines go with the form by themselves
  if (!picked().includes(row.dataset.line)) unpick();
  const pick = picked().length > 0 ? '' : `&pick=${row.dataset.line}`;
  send(`picked?handler=Drop&behind=${behind}${pick}`);
}

document.addEventListener('pointerdown', e => {
  const on = /** @type {Element} */ (e.target);
  const grip = /** @type {SVGRectElement | null} */ (on.closest?.('[data-grip]'));
  const handle = on.closest?.('a, button') ? null : on.closest?.('[data-carry]');
  if (isDragging() || e.button !== 0 || (!grip && !handle)) return;
  e.preventDefault();
  (grip ?? handle).setPointerCapture(e.pointerId);
  if (grip) takeUpright(grip, e);
  else takeLine(/** @type {HTMLElement} */ (handle.closest('[data-line]')), e);
});
document.addEventListener('pointermove', e => {
  if (upright) moveUpright(e);
  if (carried) moveLine(e);
});
document.addEventListener('pointerup', e => {
  if (upright) dropUpright(e);
  if (carried) dropLine();
});
document.addEventListener('pointercancel', () => {
  upright?.grip.classList.remove('is-dragged');
  carried?.row.classList.remove('is-carried');
  upright = carried = null;
});

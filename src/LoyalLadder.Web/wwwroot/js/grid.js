// The syllabus grid: cells are typed, moved over with arrows, marked with Shift, filled along, pasted, undone; each is kept at once.
import { phrase } from './phrase.js';
const act = /** @type {HTMLFormElement} */ (document.getElementById('grid-act'));
const table = /** @type {HTMLTableElement} */ (document.querySelector('[data-grid]'));
const words = /** @type {HTMLElement} */ (act?.querySelector('[data-words]'));
const undoButton = /** @type {HTMLButtonElement | null} */ (act?.querySelector('[data-undo]'));
const mayChange = Boolean(undoButton);

/** @typedef {{ row: number, column: number }} Place */
/** What can be undone: cells with what stood in them before. @type {{ input: HTMLInputElement, before: string }[][]} */
const done = [];
/** @type {Place | null} */
let from = null;

const rows = () => [...table.tBodies[0].rows];
const inputsOf = row => /** @type {HTMLInputElement[]} */ ([...row.querySelectorAll('input')]);
const inputAt = (row, column) => inputsOf(rows()[row] ?? document.createElement('tr'))[column];
const tell = text => (words.textContent = text);

/** @param {HTMLInputElement} input @returns {Place} */
function placeOf(input) {
  const row = /** @type {HTMLTableRowElement} */ (input.closest('tr'));
  return { row: rows().indexOf(row), column: inputsOf(row).indexOf(input) };
}

/** The marked cells, row by row; the one with the cursor where none are marked. @returns {HTMLInputElement[][]} */
function marked() {
  const now = document.activeElement;
  if (!(now instanceof HTMLInputElement) || !table.contains(now)) return [];
  const here = placeOf(now);
  const start = from ?? here;
  const block = [];
  for (let r = Math.min(start.row, here.row); r <= Math.max(start.row, here.row); r++) {
    const line = [];
    for (let c = Math.min(start.column, here.column); c <= Math.max(start.column, here.column); c++)
      line.push(inputAt(r, c));
    block.push(line);
  }
  return block;
}

function showMarked() {
  for (const cell of table.querySelectorAll('td.is-marked')) cell.classList.remove('is-marked');
  const block = marked();
  if (block.flat().length > 1) for (const input of block.flat()) input.closest('td').classList.add('is-marked');
}

/** Keeps cells that are other than what is kept or on its way; what cannot be kept says why and stands as it is.
 * @param {HTMLInputElement[]} inputs */
async function keep(inputs, isUndo = false) {
  const news = inputs.filter(i => i.value.trim() !== i.dataset.kept && i.value.trim() !== i.dataset.sent);
  if (news.length === 0 || !mayChange) return;
  const sent = news.map(input => {
    const { learnable, what, kind } = /** @type {HTMLElement} */ (input.closest('tr')).dataset;
    input.dataset.sent = input.value.trim();
    return { rankId: input.dataset.rank, learnable, what, kind, seen: input.dataset.kept, typed: input.dataset.sent };
  });
  const body = new FormData(act);
  body.set('Key', crypto.randomUUID());
  body.set('cells', JSON.stringify(sent));
  try {
    const answer = await fetch(act.action, { method: 'POST', body, headers: { 'HX-Request': 'true' } });
    if (!answer.ok) throw new Error(String(answer.status));
    const { cells, holes } = await answer.json();
    const isKept = cells.map((cell, n) => showKept(news[n], sent[n].typed, cell));
    showGaps(holes);
    const taken = news.map((input, n) => ({ input, before: sent[n].seen })).filter((_, n) => isKept[n]);
    if (!isUndo && taken.length > 0) done.push(taken);
    if (undoButton) undoButton.disabled = done.length === 0;
    const wrong = cells.find(c => c.problem);
    if (wrong) tell(wrong.problem);
    else
      tell(isUndo ? phrase('Undone.') : news.length === 1 ? phrase('Kept.') : phrase('{0} cells kept.', news.length));
  } catch {
    tell(
      phrase(
        'That was not kept: the school cannot be reached just now. It stands here still; press Enter in the cell to try again.',
      ),
    );
  } finally {
    for (const input of news) delete input.dataset.sent;
  }
}

/** @param {HTMLInputElement} input @param {string} sent what it held when it was sent: typed on meanwhile, it stays so */
function showKept(input, sent, cell) {
  const isWrong = Boolean(cell.problem);
  input.classList.toggle('is-wrong', isWrong);
  input.dataset.kept = cell.text;
  if (!isWrong && input.value.trim() === sent) input.value = cell.text;
  input.setCustomValidity(cell.problem ?? '');
  return !isWrong;
}

/** The whole table as a spreadsheet takes it. */
function written() {
  const names = [...table.tHead.rows[0].cells].slice(1).map(th => th.textContent.trim());
  const lines = rows().map(row => [row.dataset.what, row.dataset.kind, ...inputsOf(row).map(i => i.dataset.kept)]);
  return [['what', 'kind', ...names], ...lines].map(line => line.join('\t')).join('\n');
}

/** The box below has the table as it is now, unless somebody types into it. */
function showWritten() {
  const box = /** @type {HTMLTextAreaElement} */ (document.getElementById('Text'));
  if (box.dataset.isTyped) return;
  box.value = written();
}

function showGaps(holes) {
  showWritten();
  for (const cell of table.querySelectorAll('td.has-gap')) {
    cell.classList.remove('has-gap');
    cell.removeAttribute('title');
  }
  for (const cell of table.querySelectorAll('[data-gap]')) cell.textContent = '';
  for (const hole of holes) {
    if (!hole.learnable) {
      const cell = table.querySelector(`[data-gap="${hole.rank}"]`);
      if (cell) cell.textContent += `${hole.brief} `;
      continue;
    }
    const row = rows().find(r => r.dataset.learnable === hole.learnable);
    const cell =
      row &&
      inputsOf(row)
        .find(i => i.dataset.rank === hole.rank)
        ?.closest('td');
    cell?.classList.add('has-gap');
    cell?.setAttribute('title', hole.words);
  }
  document.querySelector('[data-gaps]').textContent = String(holes.length);
  const list = document.querySelector('[data-gap-list]');
  list.replaceChildren(...holes.map(h => Object.assign(document.createElement('li'), { textContent: h.words })));
  for (const count of table.querySelectorAll('[data-count]')) {
    const rank = /** @type {HTMLElement} */ (count).dataset.count;
    count.textContent = String(
      [...table.querySelectorAll(`tbody input[data-rank="${rank}"]`)].filter(
        i => /** @type {HTMLInputElement} */ (i).dataset.kept,
      ).length,
    );
  }
}

/** Every marked cell of a row as its first one; where one row is marked by a single cell, the next one too. */
function fillAlong() {
  const block = marked();
  if (block.length === 0) return;
  let lines = block;
  if (block.flat().length === 1) {
    const { row, column } = placeOf(block[0][0]);
    const next = inputAt(row, column + 1);
    if (!next) return;
    lines = [[block[0][0], next]];
  }
  const isDown = lines[0].length === 1;
  for (const [r, line] of lines.entries())
    for (const [c, input] of line.entries()) input.value = isDown ? lines[0][0].value : line[0].value;
  const last = lines.at(-1).at(-1);
  keep(lines.flat()).then(() => last.focus());
}

function undo() {
  const step = done.pop();
  if (!step) return;
  for (const { input, before } of step) input.value = before;
  keep(
    step.map(s => s.input),
    true,
  );
  step[0].input.focus();
}

async function copy() {
  const block = marked();
  const some = block.flat().length > 1;
  const text = some ? block.map(line => line.map(i => i.value).join('\t')).join('\n') : written();
  try {
    await navigator.clipboard.writeText(text);
    tell(some ? phrase('The marked cells are copied.') : phrase('The whole table is copied.'));
  } catch {
    tell(phrase('The browser does not let this page copy: open “As a spreadsheet” below and copy from there.'));
  }
}

/** @param {HTMLInputElement} input @param {string} text */
function paste(input, text) {
  const lines = text
    .replace(/\r/g, '')
    .replace(/\n$/, '')
    .split('\n')
    .map(l => l.split('\t'));
  if (/^what$/i.test(lines[0][0].trim())) {
    const whole = /** @type {HTMLTextAreaElement} */ (document.getElementById('Text'));
    whole.value = text;
    whole.dataset.isTyped = 'true';
    /** @type {HTMLDetailsElement} */ (document.getElementById('paste')).open = true;
    whole.focus();
    tell(phrase('That is a whole table: look below what it changes.'));
    return;
  }
  const { row, column } = placeOf(input);
  const changed = [];
  for (const [r, line] of lines.entries())
    for (const [c, value] of line.entries()) {
      const to = inputAt(row + r, column + c);
      if (!to) continue;
      to.value = value.trim();
      changed.push(to);
    }
  keep(changed);
}

function move(input, down, right, isMarking) {
  const place = placeOf(input);
  const next = inputAt(place.row + down, place.column + right);
  if (!next) return;
  if (isMarking) from ??= place;
  else from = null;
  next.focus();
  next.select();
  showMarked();
}

/** @param {KeyboardEvent} e @param {HTMLInputElement} input */
function onKey(e, input) {
  const steps = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1], Enter: [1, 0] };
  if (e.altKey && e.key === 'ArrowRight') fillAlong();
  else if ((e.ctrlKey || e.metaKey) && e.key === 'z') {
    if (input.value.trim() !== input.dataset.kept) input.value = input.dataset.kept;
    else undo();
  } else if (e.key === 'Delete' && marked().flat().length > 1) {
    const all = marked().flat();
    for (const one of all) one.value = '';
    keep(all);
  } else if (e.key === 'Escape') {
    input.value = input.dataset.kept;
    from = null;
    showMarked();
  } else if (steps[e.key] && !e.ctrlKey && !e.metaKey && !e.altKey && !isInsideText(e, input)) {
    if (e.key === 'Enter') keep([input]);
    move(input, steps[e.key][0], steps[e.key][1], e.shiftKey && e.key !== 'Enter');
  } else return;
  e.preventDefault();
}

/** Left and right move within a cell that is being typed. */
const isInsideText = (e, input) =>
  (e.key === 'ArrowLeft' || e.key === 'ArrowRight') && !e.shiftKey && input.value.trim() !== input.dataset.kept;

async function addRow(e) {
  e.preventDefault();
  const form = /** @type {HTMLFormElement} */ (e.currentTarget);
  const problem = form.querySelector('[data-problem]');
  const asked = new URLSearchParams(/** @type {any} */ (new FormData(form)));
  try {
    const answer = await fetch(`${form.action}?${asked}`);
    const text = await answer.text();
    problem.textContent = answer.status === 422 ? text : '';
    if (answer.status === 409) {
      const row = rows().find(r => r.dataset.learnable === text);
      if (row) inputsOf(row)[0].focus();
      problem.textContent = phrase('It has a row already; the cursor stands in it.');
    }
    if (!answer.ok) return;
    table.tBodies[0].insertAdjacentHTML('beforeend', text);
    const row = rows().at(-1);
    form.reset();
    inputsOf(row)[0].focus();
    tell(phrase('Type a stage where a rank asks for it.'));
  } catch {
    problem.textContent = phrase('The school cannot be reached just now.');
  }
}

if (act && table) {
  act.addEventListener('submit', e => e.preventDefault());
  table.addEventListener('keydown', e => {
    if (e.target instanceof HTMLInputElement) onKey(e, e.target);
  });
  table.addEventListener('change', e => {
    if (e.target instanceof HTMLInputElement) keep([e.target]);
  });
  table.addEventListener('focusin', e => {
    if (e.target instanceof HTMLInputElement) e.target.select();
  });
  table.addEventListener('mousedown', e => {
    const input = /** @type {Element} */ (e.target).closest('td')?.querySelector('input');
    if (!input) return;
    const now = document.activeElement;
    const isMarking = e.shiftKey && now instanceof HTMLInputElement && table.contains(now);
    from = isMarking ? (from ?? placeOf(now)) : null;
    if (isMarking) {
      e.preventDefault();
      input.focus();
    }
    setTimeout(showMarked);
  });
  table.addEventListener('paste', e => {
    const text = e.clipboardData.getData('text/plain');
    if (!(e.target instanceof HTMLInputElement) || !mayChange || !/[\t\n]/.test(text.trimEnd())) return;
    e.preventDefault();
    paste(e.target, text);
  });
  table.addEventListener('copy', e => {
    const block = marked();
    if (block.flat().length < 2) return;
    e.preventDefault();
    e.clipboardData.setData('text/plain', block.map(line => line.map(i => i.value).join('\t')).join('\n'));
  });
  act.querySelector('[data-fill]')?.addEventListener('mousedown', e => e.preventDefault());
  act.querySelector('[data-fill]')?.addEventListener('click', fillAlong);
  undoButton?.addEventListener('click', undo);
  act.querySelector('[data-copy]').addEventListener('mousedown', e => e.preventDefault());
  act.querySelector('[data-copy]').addEventListener('click', copy);
  document.getElementById('grid-row')?.addEventListener('submit', addRow);
  const box = document.getElementById('Text');
  box.addEventListener('input', () => (box.dataset.isTyped = 'true'));
}
export {};

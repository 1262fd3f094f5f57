// The grading's table: marks are shown at once, kept on the device until the school has them, and come together with the others'.
import { phrase } from './phrase.js';
const form = /** @type {HTMLFormElement} */ (document.getElementById('grading'));
const net = /** @type {HTMLElement} */ (document.querySelector('[data-net]'));
const bar = /** @type {HTMLElement} */ (document.querySelector('[data-faults-bar]'));
const id = form.dataset.id;
const me = form.dataset.me;
const url = `/gradings/${id}/table`;
const held = `loyal-ladder-grading-${id}-${me}`;

/**
 * @typedef {{ candidate: string, requirement: string, seen: 'None' | 'Met' | 'NotYet', faults: string, at: string }} Mark
 * @typedef {{ isClosed: boolean, candidates: any[] }} State
 */

/** What the school does not have yet, and what it said last. @type {{ waiting: Mark[], state: State | null }} */
let kept = { waiting: [], state: null };
try {
  kept = JSON.parse(localStorage.getItem(held)) ?? kept;
} catch {
  /* nothing was kept */
}
let isOnline = true;
let isSending = false;
/** @type {HTMLElement | null} */
let last = null;

// what is unsent stays on the device even where its person signs out
const store = () => localStorage.setItem(held, JSON.stringify({ ...kept, unsent: kept.waiting.length }));
const cells = () => /** @type {HTMLButtonElement[]} */ ([...document.querySelectorAll('.mark-cell')]);
const placeOf = cell => ({
  candidate: cell.closest('tr').dataset.candidate,
  requirement: cell.closest('td').dataset.requirement,
});
const headOf = requirement => document.querySelector(`th[data-requirement="${requirement}"]`);

/** My mark of a cell: what waits, else what the school has. @returns {Mark | undefined} */
function mineOf(candidate, requirement) {
  const waiting = kept.waiting.findLast(m => m.candidate === candidate && m.requirement === requirement);
  if (waiting) return waiting;
  const there = kept.state?.candidates
    .find(c => c.id === candidate)
    ?.marks.find(m => m.requirementId === requirement && m.examinerId === me);
  return there && { candidate, requirement, seen: there.seen, faults: there.faults, at: '' };
}

function show() {
  for (const cell of cells()) {
    const { candidate, requirement } = placeOf(cell);
    const of = kept.state?.candidates.find(c => c.id === candidate);
    const mine = mineOf(candidate, requirement);
    const others = (of?.marks ?? []).filter(m => m.requirementId === requirement && m.examinerId !== me);
    const sign = seen => (seen === 'Met' ? '✓' : seen === 'NotYet' ? '✗' : '');
    const seen = mine?.seen ?? 'None';
    cell.querySelector('.mine').textContent = sign(seen);
    cell.querySelector('.theirs').textContent = others.map(m => `${m.by} ${sign(m.seen)}`).join(' ');
    const all = [seen, ...others.map(m => m.seen)].filter(s => s !== 'None');
    cell.classList.toggle('is-met', seen === 'Met');
    cell.classList.toggle('is-not-yet', seen === 'NotYet');
    const differ = new Set(all).size > 1;
    cell.classList.toggle('is-differing', differ);
    const verdict = of?.verdicts.find(v => v.requirement === requirement)?.verdict;
    cell.classList.toggle('wants-one-more', !differ && verdict === 'OneMore');
    const word = { None: phrase('nothing yet'), Met: phrase('seen'), NotYet: phrase('not yet') };
    const theirs = others.map(m => `, ${m.by} ${word[m.seen]}`).join('');
    const name = cell.getAttribute('aria-label').split(':')[0];
    cell.setAttribute('aria-label', `${name}: ${word[seen]}${theirs}${differ ? phrase(', the examiners differ') : ''}`);
  }
  for (const row of document.querySelectorAll('tr[data-candidate]')) {
    const of = kept.state?.candidates.find(c => c.id === /** @type {HTMLElement} */ (row).dataset.candidate);
    const seen = /** @type {HTMLInputElement | null} */ (row.querySelector('input[name="seen"]'));
    if (seen && of) seen.value = of.result;
    for (const button of row.querySelectorAll('button[name="result"]')) {
      const { value } = /** @type {HTMLButtonElement} */ (button);
      button.classList.toggle('is-chosen', of?.result === value);
      const proposes = { Met: 'Passed', NotYet: 'NotYet' }[of?.proposed];
      button.classList.toggle('is-proposed', of?.result === 'Open' && proposes === value);
      button.setAttribute('aria-pressed', String(of?.result === value));
    }
  }
  const waiting = kept.waiting.length;
  net.textContent = isOnline
    ? waiting
      ? phrase('sending {0} …', waiting)
      : phrase('all marks are with the school')
    : waiting === 0
      ? phrase('no network: nothing waits')
      : phrase('no network: {0} wait here', waiting);
  net.classList.toggle('is-away', !isOnline);
}

function press(cell) {
  if (form.dataset.closed) return;
  const { candidate, requirement } = placeOf(cell);
  const seen = mineOf(candidate, requirement)?.seen ?? 'None';
  const next = /** @type {const} */ ({ None: 'Met', Met: 'NotYet', NotYet: 'None' })[seen];
  put({ candidate, requirement, seen: next, faults: '', at: new Date().toISOString() });
  last = cell;
  showFaults();
}

/** @param {Mark} mark */
function put(mark) {
  kept.waiting = kept.waiting.filter(m => m.candidate !== mark.candidate || m.requirement !== mark.requirement);
  kept.waiting.push(mark);
  store();
  show();
  send();
}

function showFaults() {
  const { candidate, requirement } = last ? placeOf(last) : { candidate: '', requirement: '' };
  const mine = last && mineOf(candidate, requirement);
  bar.hidden = mine?.seen !== 'NotYet';
  if (bar.hidden) return;
  bar.querySelector('[data-of]').textContent = last.getAttribute('aria-label').split(':')[0];
  const chosen = mine.faults.split('; ').filter(Boolean);
  const head = /** @type {HTMLElement} */ (headOf(requirement));
  const usual = (head.dataset.faults ?? '').split(';').filter(Boolean);
  const chips = [...new Set([...usual, ...chosen])].map(fault => {
    const chip = document.createElement('button');
    chip.type = 'button';
    chip.className = 'act tiny';
    chip.textContent = fault;
    chip.setAttribute('aria-pressed', String(chosen.includes(fault)));
    chip.addEventListener('click', () => toggleFault(fault));
    return chip;
  });
  bar.querySelector('[data-chips]').replaceChildren(...chips);
}

function toggleFault(fault) {
  const place = placeOf(last);
  const mine = mineOf(place.candidate, place.requirement);
  const chosen = mine.faults.split('; ').filter(Boolean);
  const faults = (chosen.includes(fault) ? chosen.filter(f => f !== fault) : [...chosen, fault]).join('; ');
  if (faults.length > 140) return;
  put({ ...mine, ...place, faults, at: new Date().toISOString() });
  showFaults();
}

/** Sends what waits; what was pressed meanwhile stays waiting. */
async function send() {
  if (isSending || kept.waiting.length === 0) return;
  isSending = true;
  const sent = kept.waiting;
  const body = new FormData(form);
  body.set('marks', JSON.stringify(sent));
  try {
    const answer = await fetch(form.action, { method: 'POST', body, headers: { 'HX-Request': 'true' } });
    if (!answer.ok && answer.status < 500 && answer.status !== 408) {
      kept.waiting = kept.waiting.filter(m => !sent.includes(m));
      net.textContent = await answer.text();
      store();
      return;
    }
    if (!answer.ok) throw new Error(String(answer.status));
    kept.waiting = kept.waiting.filter(m => !sent.includes(m));
    take(await answer.json());
  } catch {
    isOnline = false;
    show();
  } finally {
    isSending = false;
  }
  if (isOnline && kept.waiting.length > 0) send();
}

/** @param {State} state */
function take(state) {
  isOnline = true;
  kept.state = state;
  if (state.isClosed) form.dataset.closed = 'true';
  store();
  show();
}

async function look() {
  if (document.hidden) return;
  try {
    const answer = await fetch(`${url}?handler=State`);
    if (!answer.ok || answer.redirected) throw new Error(String(answer.status));
    take(await answer.json());
    send();
  } catch {
    isOnline = false;
    show();
  }
}

document.addEventListener('click', e => {
  const cell = /** @type {Element} */ (e.target).closest('.mark-cell');
  if (cell) press(cell);
});
document.addEventListener('submit', async e => {
  const asked = /** @type {HTMLFormElement} */ (e.target);
  if (!asked.closest('td.result')) return;
  e.preventDefault();
  const body = new FormData(asked, e.submitter);
  try {
    const answer = await fetch(asked.action, { method: 'POST', body, headers: { 'HX-Request': 'true' } });
    if (answer.status === 409) {
      const why = await answer.text();
      await look();
      net.textContent = why;
      return;
    }
    if (!answer.ok) throw new Error(String(answer.status));
    take(await answer.json());
  } catch {
    net.textContent = phrase('Results are given when the network is back; marks are kept here.');
  }
});
bar.querySelector('[data-own]').addEventListener('change', e => {
  const own = /** @type {HTMLInputElement} */ (e.target);
  const words = own.value.replaceAll(';', ',').trim();
  if (words) toggleFault(words);
  own.value = '';
});
addEventListener('online', look);
show();
look();
setInterval(look, 3000);

// a reload while the network is away shows the table again
navigator.serviceWorker
  ?.register(`/mat-worker.js?person=${me}`, { scope: '/gradings/' })
  .then(() => caches.open(`loyal-ladder-mat-${me}`))
  .then(cache => {
    const parts = performance.getEntriesByType('resource').map(r => r.name);
    return cache.addAll([location.pathname, ...parts.filter(n => /\.(css|js|woff2|svg)(\?|$)/.test(n))]);
  })
  .catch(() => {});
export {};

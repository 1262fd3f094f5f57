// What belongs beside a line: the counts of its combination, what the holder does, the jobs and who goes where, calls, groups.
import { phrase } from '../phrase.js';
import { isRightLead, made } from './words.js';

const space = 'http://www.w3.org/2000/svg';
const rails = { left: 44, right: 104 };

const shapes = {
  hand: '<circle r="15"/>',
  foot: '<rect x="-13" y="-21" width="26" height="42" rx="11"/>',
  knee: '<path d="M0-18L18 16H-18Z"/>',
  elbow: '<path d="M0-19L19 0L0 19L-19 0Z"/>',
  guard: '<path d="M-16-15H16V6L0 20L-16 6Z"/>',
  step: '<path d="M-18-8H2V-18L20 0L2 18V8H-18Z"/>',
  hold: '<path d="M-19 0L-9-17H9L19 0L9 17H-9Z"/>',
};

const other = { left: 'right', right: 'left' };

/** The side of the body that a count is done with, as the feet stand. */
const sideOf = (count, isRight) => (isRight ? (other[count.side] ?? count.side) : count.side);

/** @param {import('./fold.js').MatCount[]} counts */
function strip(counts, isRight) {
  const slot = 560 / counts.length;
  const parts = counts.map((count, i) => {
    const side = sideOf(count, isRight);
    const y = side === 'right' ? rails.right : side === 'left' ? rails.left : (rails.left + rails.right) / 2;
    const x = 56 + slot * (i + 0.5);
    return `<g data-count="${i}"><text class="count-no" x="${x}" y="16">${i + 1}</text>
      <line class="link" x1="${x}" x2="${x}" y1="${rails.left}" y2="${rails.right}"/>
      <g class="mark" transform="translate(${x} ${y})">${shapes[count.shape] ?? shapes.hand}</g></g>`;
  });
  const svg = document.createElementNS(space, 'svg');
  svg.setAttribute('viewBox', '0 0 620 128');
  svg.setAttribute('class', 'mat-strip');
  svg.setAttribute('role', 'img');
  svg.setAttribute('aria-label', phrase('Left limbs on the upper rail, right limbs on the lower'));
  svg.innerHTML = `<text class="rail-name" x="0" y="${rails.left + 5}">${phrase('left')}</text>
    <text class="rail-name" x="0" y="${rails.right + 5}">${phrase('right')}</text>
    <line class="rail" x1="52" x2="616" y1="${rails.left}" y2="${rails.left}"/>
    <line class="rail" x1="52" x2="616" y1="${rails.right}" y2="${rails.right}"/>${parts.join('')}`;
  return svg;
}

/** Each count in words, and what the holder shows for it. */
function countList(step, isRight) {
  const { counts, holder, holderRight } = step.beside;
  const held = isRight ? holderRight : holder;
  const list = made('ol', 'mat-counts');
  const lines = counts.length ? counts.map(c => c.words) : held.map(() => '');
  for (const [i, words] of lines.entries()) {
    const line = made('li', '', made('b', '', words));
    line.dataset.count = String(i);
    if (held[i]) line.append(made('span', 'held', held[i]));
    list.append(line);
  }
  return list;
}

/** The jobs with who is at which, and where everybody goes next. */
function jobList(jobs, turn) {
  const box = made(
    'div',
    '',
    made('p', 'beside-head', turn < 0 ? phrase('jobs') : phrase('turn {0}: everybody moves one on', turn + 1)),
  );
  const list = made('ol', 'mat-jobs');
  for (const [i, job] of jobs.entries()) {
    const group = turn < 0 ? i : (((i - turn) % jobs.length) + jobs.length) % jobs.length;
    list.append(made('li', '', made('b', '', job), made('span', 'held', phrase('group {0}', group + 1))));
  }
  box.append(list);
  return box;
}

/** Turns of work up to a phase, from 0; -1 before the first. */
const turnOf = (step, phase) => step.phases.slice(0, phase + 1).filter(p => p.kind === 'work').length - 1;

/** The call that is due, and the one behind it. Kept rounds begin again where the line has more turns than they are.
 * @returns {{ now: import('./fold.js').MatCall | null, next: import('./fold.js').MatCall | null, key: string }} */
export function callsAt(step, at) {
  const isWork = step.phases[at.phase].kind === 'work';
  const turn = turnOf(step, at.phase) + (isWork ? 0 : 1);
  const turns = step.phases.filter(p => p.kind === 'work').length;
  const calls = (turn < turns && step.beside.rounds[turn % step.beside.rounds.length]) || [];
  const i = isWork ? calls.findLastIndex(c => c.at * 1000 <= at.into) : -1;
  return { now: calls[i] ?? null, next: calls[i + 1] ?? null, key: `${step.id}/${turn}/${i}` };
}

function callBox(step, at) {
  const { now, next } = callsAt(step, at);
  return made(
    'div',
    'mat-call',
    made('p', 'call-now', now?.words ?? phrase('get ready')),
    made('p', 'call-next', made('span', 'dim', phrase('then ')), next?.words ?? phrase('the end of the round')),
    made('p', 'beside-head', phrase('the holder')),
    made('p', 'call-hold', (now ?? next)?.holder ?? ''),
  );
}

function sayings(step) {
  const list = made('ul', 'mat-say');
  for (const words of step.cues) list.append(made('li', '', words));
  for (const words of step.cautions) list.append(made('li', 'caution', words));
  return list;
}

/** @param {HTMLElement} place */
export function besideOf(place) {
  let drawn = '';

  /** Drawn anew only where something else belongs there. */
  function draw(step, at) {
    const phase = step.phases[at.phase];
    const [isRight, turn] = [isRightLead(phase), turnOf(step, at.phase)];
    const key = [step.id, isRight, step.beside.jobs.length ? turn : '', callsAt(step, at).key].join('/');
    if (key === drawn) return;
    drawn = key;
    place.replaceChildren(...parts(step, at, isRight, turn));
  }

  function parts(step, at, isRight, turn) {
    const { counts, holder, jobs, rounds } = step.beside;
    if (rounds.length) return [callBox(step, at)];
    const inside = [];
    if (counts.length) inside.push(strip(counts, isRight));
    if (counts.length || holder.length) inside.push(countList(step, isRight));
    if (jobs.length) inside.push(jobList(jobs, turn));
    if (step.groups.length) {
      inside.push(
        made('p', 'beside-head', phrase('the other groups')),
        made('ul', 'mat-say', ...step.groups.map(g => made('li', '', g))),
      );
    }
    if (!inside.length) inside.push(sayings(step));
    return inside;
  }

  /** Lights the count that is due. */
  function light(count) {
    for (const node of place.querySelectorAll('[data-count]'))
      node.classList.toggle('is-now', Number(node.getAttribute('data-count')) === count);
  }

  return { draw, light };
}

/** True where cues stand beside the line already. */
export const saysBeside = step => {
  const { counts, holder, jobs, rounds } = step.beside;
  return !(counts.length || holder.length || jobs.length || rounds.length || step.groups.length);
};

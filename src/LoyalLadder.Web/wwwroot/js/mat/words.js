// Words and figures that every screen of a run says the same.
import { phrase } from '../phrase.js';

export const span = seconds => {
  const s = Math.ceil(Math.abs(seconds) - 1e-6);
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
};

/** Of milliseconds, as they are read from afar. */
export const spanMs = ms => span(ms / 1000);

export const el = id => document.getElementById(id);

export function text(id, words) {
  const node = el(id);
  if (node && node.textContent !== words) node.textContent = words;
}

/** An element with a class and words. */
export function made(tag, name, ...inside) {
  const node = document.createElement(tag);
  if (name) node.className = name;
  node.append(...inside);
  return node;
}

/** The next step that runs, in that direction. */
export function following(steps, from, by) {
  let to = from + by;
  while (steps[to]?.isDropped) to += by;
  return to;
}

const phaseWords = {
  teach: phrase('show it'),
  change: phrase('other side'),
  rest: phrase('rest'),
  swap: phrase('partners swap'),
};

/** A change has its own words where it is no change of sides: 'move on', 'next plank'. */
export function phaseWord(phase) {
  if (phase.kind === 'move') return phase.note || phrase('get ready');
  if (phase.kind === 'change' && !phase.side) return phase.note;
  return phaseWords[phase.kind] ?? '';
}

export function thenWhat(next, behind) {
  if (!next) return '';
  if (next.kind === 'change' && next.side)
    return phrase('then the other side') + (behind?.reps ? `, ${behind.reps}` : '');
  if (next.kind === 'swap') return phrase('then partners swap');
  if (next.kind === 'rest') return phrase('then rest');
  return next.note ? phrase('then {0}', next.note) : '';
}

/** The share of a repetition that has passed, and the count that is due by it; -1 where nothing is counted. */
export function withinRep(step, phase, at) {
  const counts = step.beside.counts;
  if (!counts.length || phase.reps === 0 || at.count === 0) return -1;
  const rep = (phase.seconds * 1000) / phase.reps;
  const share = (at.into % rep) / rep;
  return counts.reduce((found, count, i) => (count.at <= share ? i : found), 0);
}

/** True where the line runs with the right foot in front now. */
export const isRightLead = phase => phase.rightLead === true;

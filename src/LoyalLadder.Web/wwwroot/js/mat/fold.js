// The sum of a run's events, without page or device: the same that the server makes of them, figure by figure.

/** An event is taken to be no further ahead than this of the clock that judges it, in milliseconds. */
export const mostAhead = 120_000;

/** For so long after the end a lesson can be taken up again, in milliseconds. */
export const mayGoOn = 600_000;

/** A run that was started by mistake is noticed within this, in milliseconds. */
export const mayBeMistake = 600_000;

/** Seconds late from which fitting what is left is offered; seconds either way within which a lesson is on time. */
export const offerFrom = 60;
export const onTime = 15;

/** A class that begins further from its hour than this is run by its own length instead, in milliseconds. */
const nearItsHour = 20 * 60_000;

/**
 * @typedef {{ kind: string, seconds: number, reps: number, side: string, stance: string, note: string }} Phase
 * @typedef {{ at: number, words: string, side: string, shape: string }} MatCount
 * @typedef {{ at: number, words: string, holder: string }} MatCall
 * @typedef {{ counts: MatCount[], holder: string[], holderRight: string[], jobs: string[], rounds: MatCall[][] }} Beside
 * @typedef {{ id: string, title: string, segment: string, dose: string, seconds: number, isDropped: boolean, phases: Phase[],
 *   cues: string[], groups: string[], cautions: string[], isOpen: boolean, isCalled: boolean, beside: Beside }} Step
 * @typedef {{ steps: Step[], closingSeconds: number, fits: number }} Program
 * @typedef {{ id: string, at: string, kind: string, step: string | null, value: number, text: string | null }} RunEvent
 * @typedef {{ spent: number, shift: number, added: number[], isSkipped: boolean }} Line
 * @typedef {{ started: number | null, ended: number | null, since: number | null, current: number, lines: Line[],
 *   notes: string[], roll: Map<string, { mark: number, guest: string | null }> }} State
 */

/**
 * Adds up the events as of a moment.
 * @param {Program} program
 * @param {Iterable<RunEvent>} events in any order; repeated keys count once
 * @param {number} now milliseconds: where an open line is taken to stand
 * @returns {State} times in milliseconds; current is -1 before the start
 */
export function fold(program, events, now) {
  const state = {
    started: null,
    ended: null,
    since: null,
    current: -1,
    lines: program.steps.map(s => ({ spent: 0, shift: 0, added: s.phases.map(() => 0), isSkipped: false })),
    notes: [],
    roll: new Map(),
  };
  for (const e of inOrder(events)) take(state, program, e);
  until(state, now);
  return state;
}

/** @param {Iterable<RunEvent>} events */
function inOrder(events) {
  const once = new Map();
  for (const e of events) if (!once.has(e.id)) once.set(e.id, { ...e, ms: Date.parse(e.at) });
  return [...once.values()].sort((a, b) => a.ms - b.ms || (a.id < b.id ? -1 : 1));
}

function take(state, program, e) {
  // a note is worth keeping whenever it comes
  if (e.kind === 'note') {
    if (e.text?.trim()) state.notes.push(e.text.trim());
    return;
  }
  if (e.kind === 'roll') return takeRoll(state, e);
  if (state.ended !== null) {
    if (e.kind === 'go-on' && e.ms - state.ended <= mayGoOn) [state.since, state.ended] = [state.ended, null];
    return;
  }
  if (e.kind === 'start') start(state, program, e.ms);
  else if (state.started !== null) takeRunning(state, program, e);
}

/** 0 away, 1 there, 2 late: as it was said last. */
function takeRoll(state, e) {
  if (!e.step || ![0, 1, 2].includes(e.value)) return;
  const guest = e.text?.trim() || state.roll.get(e.step)?.guest || null;
  state.roll.set(e.step, { mark: e.value, guest });
}

function start(state, program, at) {
  if (state.started !== null) return;
  state.started = state.since = at;
  state.current = program.steps.length > 0 ? 0 : -1;
}

function takeRunning(state, program, e) {
  const line = state.lines[state.current];
  switch (e.kind) {
    case 'go':
    case 'skip':
      go(state, program, e);
      break;
    case 'pause':
      until(state, e.ms);
      state.since = null;
      break;
    case 'resume':
      state.since ??= e.ms;
      break;
    case 'more':
      until(state, e.ms);
      if (line) more(program.steps[state.current], line, e.value * 1000);
      break;
    case 'side':
      if (line) line.shift += e.value;
      break;
    case 'end':
      until(state, e.ms);
      state.ended = e.ms;
      state.since = null;
      break;
  }
}

/** Gives time to the phase that runs; where the line's time is over, so much from now on. */
function more(step, line, added) {
  const at = standing(step, line);
  line.added[at.phase] += added + Math.max(0, -at.lineLeft);
}

function go(state, program, e) {
  const to = program.steps.findIndex(s => s.id === e.step);
  if (to < 0) return;
  until(state, e.ms);
  state.lines[to].isSkipped = false;
  // the last line is skipped by naming itself, and stays so
  if (e.kind === 'skip' && state.current >= 0) state.lines[state.current].isSkipped = true;
  state.current = to;
}

/** Counts the time up to a moment for the line that is up. */
function until(state, at) {
  if (state.since === null) return;
  if (state.current >= 0 && at > state.since) state.lines[state.current].spent += at - state.since;
  state.since = at;
}

/**
 * Where a line stands within its phases; milliseconds. The count is 0 where time is counted.
 * @param {Step} step
 * @param {Line} line
 */
export function standing(step, line) {
  const planned = step.phases.map(p => Math.round(p.seconds * 1000));
  const lengths = planned.map((length, i) => Math.max(0, length + line.added[i]));
  const total = lengths.reduce((sum, length) => sum + length, 0);
  const elapsed = Math.max(0, line.spent + line.shift * 1000);
  let [phase, before] = [0, 0];
  while (phase < lengths.length - 1 && elapsed >= before + lengths[phase]) before += lengths[phase++];
  const into = elapsed - before;
  return {
    phase,
    into,
    left: lengths[phase] - into,
    lineLeft: total - elapsed,
    // more time is for the last repetition, not for slower ones
    count: countOf(step.phases[phase], planned[phase], into, elapsed >= total),
    length: lengths[phase],
  };
}

/** @param {Phase} phase */
function countOf(phase, length, into, isOver) {
  if (phase.kind !== 'work' || phase.reps === 0 || length === 0 || isOver) return 0;
  return Math.min(phase.reps, Math.floor((into * phase.reps) / length) + 1);
}

/** Planned seconds of the lines behind one, without those that were left out. */
function secondsBehind(program, at) {
  return program.steps
    .slice(at + 1)
    .filter(s => !s.isDropped)
    .reduce((sum, s) => sum + s.seconds, 0);
}

/** When a lesson is to end, in milliseconds. */
function endOf(started, bookedEnd, minutes) {
  return Math.abs(started - (bookedEnd - minutes * 60_000)) <= nearItsHour ? bookedEnd : started + minutes * 60_000;
}

/**
 * Whole seconds late as things stand; early is below zero. Null before the start and when it is over.
 * @param {Program} program
 * @param {State} state
 */
export function lateness(program, state, bookedEnd, minutes, now) {
  if (state.started === null || state.ended !== null || state.current < 0) return null;
  const { lineLeft } = standing(program.steps[state.current], state.lines[state.current]);
  const behind = (secondsBehind(program, state.current) + program.closingSeconds) * 1000;
  const rest = Math.max(0, lineLeft) + behind;
  return Math.floor((now + rest - endOf(state.started, bookedEnd, minutes) + 500) / 1000);
}

/** True when the mat offers to fit what is left: late enough, with something left to fit. */
export function offersFit(program, state, late) {
  return late !== null && late > offerFrom && state.current >= 0 && state.current < program.steps.length - 1;
}

// What is seen on the mat: drawn anew from where the run stands, five times a second.
import { lateness, offersFit, onTime, standing } from './fold.js';

const el = id => document.getElementById(id);

export const span = seconds => {
  const s = Math.ceil(Math.abs(seconds) - 1e-6);
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
};

/** Of milliseconds, as they are read from afar. */
const spanMs = ms => span(ms / 1000);

export function text(id, words) {
  const node = el(id);
  if (node.textContent !== words) node.textContent = words;
}

/** The next step that runs, in that direction. */
export function following(steps, from, by) {
  let to = from + by;
  while (steps[to]?.isDropped) to += by;
  return to;
}

const stateWord = state => {
  if (state.ended !== null) return 'over';
  if (state.started === null) return 'waiting';
  return state.since === null ? 'paused' : 'running';
};

/** @param {{ zone: string, words: string[], bookedEnd: number, minutes: number }} school */
export function viewOf(school) {
  const hour = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: school.zone });
  const rails = el('rails');

  /** @param {{ program: any, state: any, now: number, trouble: string | null, counted: (step: any, at: any) => number,
   *   leftAlone: number }} shown */
  function draw(shown) {
    const { program, state, now, trouble } = shown;
    text('wall-clock', hour.format(now));
    el('unsaved').hidden = trouble === null;
    text('unsaved', trouble ?? '');
    if (program.steps.length === 0) {
      text('title', 'This sheet has nothing to run yet');
      el('main')?.setAttribute('hidden', '');
      return;
    }
    document.body.dataset.state = stateWord(state);
    drawRails(program.steps, state);
    el('over').hidden = state.ended === null;
    if (state.ended !== null) drawOver(program.steps, state);
    else if (state.started === null) drawWaiting(program.steps);
    else drawRunning(shown);
  }

  function drawRails(steps, state) {
    while (rails.children.length < steps.length) rails.append(document.createElement('i'));
    [...rails.children].forEach((rung, i) => {
      rung.className = railOf(steps, state, i);
    });
  }

  function railOf(steps, state, i) {
    if (i === state.current) return 'up';
    if (state.lines[i]?.isSkipped || steps[i]?.isDropped) return 'skipped';
    return i < state.current ? 'done' : '';
  }

  function drawWaiting(steps) {
    const all = steps.reduce((sum, s) => sum + s.seconds, 0);
    text('place', `${steps.length} lines, ${span(all)}`);
    text('title', steps[0].title);
    text('big', '');
    text('drill', span(steps[0].seconds));
    drawNext(steps, 1);
    el('main')?.replaceChildren('Start');
  }

  function drawOver(steps, state) {
    const done = state.lines.filter(l => !l.isSkipped && l.spent > 0).length;
    text('over-words', `${done} of ${steps.length} lines, ${spanMs(state.ended - state.started)}.`);
  }

  function drawRunning(shown) {
    const { program, state } = shown;
    const step = program.steps[state.current];
    const at = standing(step, state.lines[state.current]);
    const phase = step.phases[at.phase];
    document.body.dataset.phase = phase.kind;
    const place = `${state.current + 1} of ${program.steps.length}`;
    text('place', step.segment ? `${step.segment}, ${place}` : place);
    text('title', step.title);
    drawCues(step);
    drawFigures(phase, at, shown.counted(step, at));
    drawSide(step, at);
    text('phase-note', phase.note || '');
    drawNext(program.steps, following(program.steps, state.current, 1));
    drawLate(shown);
    el('main')?.replaceChildren(state.since === null ? 'Go on' : 'Pause');
  }

  function drawCues(step) {
    const cues = el('cues');
    if (cues.dataset.for === step.id) return;
    cues.dataset.for = step.id;
    const words = [...step.cues, ...step.groups].join('. ');
    cues.replaceChildren(document.createTextNode(words ? `${words}. ` : ''));
    if (step.cautions.length === 0) return;
    const em = document.createElement('em');
    em.textContent = step.cautions[0];
    cues.append(em);
  }

  function drawFigures(phase, at, count) {
    const over = at.lineLeft <= 0;
    const counts = at.count > 0;
    el('big').classList.toggle('is-time', !counts);
    const left = spanMs(over ? at.lineLeft : at.left);
    text('big', counts ? String(count) : left);
    text('of', counts ? `of ${phase.reps}` : over ? 'over' : '');
    text('word', counts ? (school.words[count - 1] ?? '') : over ? 'time is up: next' : phaseWord(phase));
    text('drill', over ? `${left} over` : spanMs(at.lineLeft));
  }

  function drawSide(step, at) {
    const phase = step.phases[at.phase];
    el('side-box').hidden = !phase.side;
    if (!phase.side) return;
    text('side-label', phase.kind === 'change' ? 'change to' : 'now');
    text('side', phase.side);
    text('stance', [phase.stance, thenWhat(step.phases[at.phase + 1])].filter(Boolean).join(' · '));
  }

  function drawNext(steps, index) {
    const next = steps[index];
    text('next-title', next ? next.title : 'the end');
    text('next-dose', next ? next.dose : '');
    const teach = next?.phases.find(p => p.kind === 'teach' && p.seconds > 10);
    text('next-note', teach ? `show it: ${span(teach.seconds)}` : next ? span(next.seconds) : '');
  }

  function drawLate({ program, state, now, leftAlone }) {
    const late = lateness(program, state, school.bookedEnd, school.minutes, now) ?? 0;
    const node = el('late');
    const words = Math.abs(late) < onTime ? 'on time' : `${span(late)} ${late > 0 ? 'late' : 'early'}`;
    node.className = late >= onTime ? 'is-late' : '';
    if (node.dataset.said !== words) {
      node.dataset.said = words;
      const strong = document.createElement('strong');
      strong.textContent = words;
      node.replaceChildren(strong);
    }
    const bar = el('fit-bar');
    if (!bar) return;
    bar.hidden = !offersFit(program, state, late) || leftAlone === state.current;
    if (!bar.hidden) text('fit-words', `${span(late)} late.`);
  }

  return { draw };
}

const phaseWords = { teach: 'show it', change: 'other side', rest: 'rest', swap: 'partners swap' };

function phaseWord(phase) {
  if (phase.kind === 'move') return `get there: ${phase.note}`;
  return phaseWords[phase.kind] ?? '';
}

const thenWords = { change: 'then the other side', swap: 'then partners swap', rest: 'then rest' };

function thenWhat(next) {
  if (!next) return '';
  return thenWords[next.kind] ?? (next.note ? `then ${next.note}` : '');
}

/** Shows the ways to end in time, each a button large enough for a thumb. */
export function showOffer(offer) {
  const ways = offer?.ways ?? [];
  el('fit-ways').replaceChildren(...ways.map(way => wayButton(way, offer.lateSeconds)));
  el('fit-none').hidden = ways.length > 0;
  text('fit-none', nothingToOffer(offer));
}

function wayButton(way, late) {
  const button = document.createElement('button');
  button.value = way.way;
  const title = document.createElement('strong');
  title.textContent = way.title;
  const left = late - way.secondsSaved;
  const then = document.createElement('span');
  then.textContent = Math.abs(left) < onTime ? 'then on time' : `then ${span(left)} ${left > 0 ? 'late' : 'early'}`;
  button.append(title, then);
  return button;
}

function nothingToOffer(offer) {
  if (!offer) return 'The school cannot be reached: skip lines by hand for now.';
  if (offer.lateSeconds <= 0) return 'It ends in time as it is.';
  return 'None of the three ways ends in time. Skip by hand what you can answer for; keep water and cool-down.';
}

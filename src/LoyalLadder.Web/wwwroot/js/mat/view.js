// What is seen on the mat while a lesson runs: drawn anew from where the run stands, ten times a second.
import { phrase } from '../phrase.js';
import { besideOf, saysBeside } from './beside.js';
import { bodyOf } from './body.js';
import { climbOf } from './climb.js';
import { lateness, offersFit, onTime, standing } from './fold.js';
import { el, following, isRightLead, made, phaseWord, span, spanMs, text, thenWhat, withinRep } from './words.js';

const nextLines = 3;

const stateWord = state => {
  if (state.ended !== null) return 'over';
  if (state.started === null) return 'waiting';
  return state.since === null ? 'paused' : 'running';
};

/** @param {{ zone: string, words: string[], bookedEnd: number, minutes: number }} school */
export function viewOf(school) {
  const hour = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: school.zone });
  const climb = climbOf(el('climb'));
  const beside = besideOf(el('beside'));
  const body = el('body') && bodyOf(el('body'), /** @type {HTMLInputElement | null} */ (el('body-on')));
  let [titled, nexted, cued] = ['', '', ''];

  /** @param {{ program: any, state: any, now: number, trouble: string | null, counted: (step: any, at: any) => number,
   *   leftAlone: number }} shown */
  function draw(shown) {
    const { program, state, now, trouble } = shown;
    text('wall-clock', hour.format(now));
    el('unsaved').hidden = trouble === null;
    text('unsaved', trouble ?? '');
    document.body.dataset.state = stateWord(state);
    if (program.steps.length === 0) title(phrase('This sheet has nothing to run yet'));
    else if (state.started !== null && state.ended === null) running(shown);
    else if (state.started === null) waiting(program.steps);
  }

  function waiting(steps) {
    const all = steps.reduce((sum, s) => sum + s.seconds, 0);
    text('place', phrase('{0} lines, {1}', steps.length, span(all)));
    title(el('title').dataset.name ?? '');
  }

  function running(shown) {
    const { program, state, now } = shown;
    const step = program.steps[state.current];
    const at = standing(step, state.lines[state.current]);
    const phase = step.phases[at.phase];
    document.body.dataset.phase = phase.kind;
    const place = phrase('line {0} of {1}', state.current + 1, program.steps.length);
    text('place', step.segment ? `${step.segment}, ${place}` : place);
    title(step.title);
    cues(step);
    figures(step, phase, at, shown.counted(step, at));
    side(step, at);
    beside.draw(step, at);
    const count = withinRep(step, phase, at);
    beside.light(count);
    void body?.draw(step, isRightLead(phase), phase.kind === 'work' && state.since !== null, count);
    el('count')?.classList.toggle('main', step.isCalled && phase.reps > 0);
    next(program.steps, state, now + Math.max(0, at.lineLeft));
    late(shown);
    text('main-word', state.since === null ? phrase('Resume') : phrase('Pause'));
    further(step, at);
  }

  /** The whole title: smaller where it is long, and then over more lines. Nothing is ever cut. */
  function title(words) {
    const key = `${words}/${innerWidth}/${innerHeight}`;
    if (titled === key) return;
    titled = key;
    const node = el('title');
    node.textContent = words;
    const isNarrow = innerWidth < 700;
    const sizes = isNarrow ? [34, 30, 26, 23, 20] : [64, 56, 48, 42, 36, 32, 28];
    for (const size of sizes) {
      node.style.fontSize = `${size}px`;
      if (node.scrollHeight <= size * 1.08 * 2 + 2) break;
    }
  }

  function cues(step) {
    const key = step.id + saysBeside(step);
    if (cued === key) return;
    cued = key;
    const node = el('cues');
    const says = saysBeside(step) ? [] : step.cues;
    node.replaceChildren(...says.map((words, i) => made('span', '', (i ? ' · ' : '') + words)));
    if (!saysBeside(step))
      for (const words of step.cautions.slice(0, 2))
        node.append(made('em', '', (node.childNodes.length ? ' · ' : '') + words));
    node.hidden = node.childNodes.length === 0;
  }

  function figures(step, phase, at, count) {
    const isOver = at.lineLeft <= 0 && !step.isOpen;
    const counts = at.count > 0;
    if (counts) climb.rungs(phase.reps, count);
    else climb.rope(step.isOpen || isOver || at.length === 0 ? 0 : at.left / at.length);
    el('big').classList.toggle('is-time', !counts);
    text('big', counts ? String(count) : spanMs(step.isOpen ? at.into : isOver ? at.lineLeft : at.left));
    text('of', counts ? `of ${phase.reps}` : isOver ? 'over' : '');
    text('word', wordsFor(step, phase, isOver, counts ? count : 0));
    text('phase-note', phase.note && phase.kind !== 'move' ? phase.note : '');
    const left = step.isOpen
      ? step.dose
      : isOver
        ? phrase('{0} over', spanMs(at.lineLeft))
        : phrase('{0} for this line', spanMs(at.lineLeft));
    text('line-left', left);
  }

  function wordsFor(step, phase, isOver, count) {
    if (count > 0) return school.words[count - 1] ?? '';
    if (step.isOpen) return phrase('as long as you need');
    return isOver ? phrase('time is up: next') : phaseWord(phase);
  }

  function side(step, at) {
    const phase = step.phases[at.phase];
    const then = thenWhat(step.phases[at.phase + 1], step.phases[at.phase + 2]);
    text('side', [phase.kind === 'change' ? phrase('change to') : '', phase.side].filter(Boolean).join(' '));
    text('stance', phase.side ? phase.stance : '');
    text('then', then);
    el('side-box').hidden = !phase.side && !then;
  }

  /** What the button of the other side leads to; nothing where the line has nothing further. */
  function further(step, at) {
    const button = /** @type {HTMLButtonElement | null} */ (document.querySelector('[data-do="side"]'));
    if (!button) return;
    const coming = step.phases[at.phase + 1];
    button.disabled = !coming;
    const words = coming && !(coming.kind === 'change' && coming.side) ? phrase('Next part') : phrase('Other side');
    if (button.textContent !== words) button.textContent = words;
  }

  /** The next three lines, with the hours at which they come. */
  function next(steps, state, from) {
    const coming = [];
    let [at, when] = [following(steps, state.current, 1), from];
    while (coming.length < nextLines && steps[at]) {
      coming.push({ step: steps[at], hour: hour.format(when) });
      when += steps[at].seconds * 1000;
      at = following(steps, at, 1);
    }
    const key = coming.map(c => `${c.step.id}${c.hour}${c.step.dose}`).join();
    if (nexted === key) return;
    nexted = key;
    const lines = coming.map(({ step, hour: when }, i) =>
      made(
        'li',
        '',
        made('span', 'dim', i === 0 ? phrase('next ') : `${when} `),
        made('b', '', step.title),
        ` ${step.dose}`,
      ),
    );
    el('next').replaceChildren(
      ...(lines.length
        ? lines
        : [made('li', '', made('span', 'dim', phrase('then ')), made('b', '', phrase('the end')))]),
    );
  }

  function late({ program, state, now, leftAlone }) {
    const seconds = lateness(program, state, school.bookedEnd, school.minutes, now) ?? 0;
    const words =
      Math.abs(seconds) < onTime ? phrase('on time') : phrase(seconds > 0 ? '{0} late' : '{0} ahead', span(seconds));
    el('late').className = seconds >= onTime ? 'is-late' : '';
    text('late', words);
    const bar = el('fit-bar');
    if (!bar) return;
    bar.hidden = !offersFit(program, state, seconds) || leftAlone === state.current;
    if (!bar.hidden) text('fit-words', phrase('{0} late.', span(seconds)));
  }

  return { draw };
}

/** Shows the ways to end in time as cards, each a button large enough for a thumb. */
export function showOffer(offer) {
  const ways = offer?.ways ?? [];
  el('fit-ways').replaceChildren(...ways.map((way, i) => wayButton(way, offer.lateSeconds, i + 1)));
  el('fit-none').hidden = ways.length > 0;
  text('fit-none', nothingToOffer(offer));
}

function wayButton(way, late, number) {
  const left = late - way.secondsSaved;
  const then =
    Math.abs(left) < onTime
      ? phrase('then on time')
      : phrase(left > 0 ? 'then {0} late' : 'then {0} ahead', span(left));
  const button = /** @type {HTMLButtonElement} */ (
    made('button', 'way', made('span', 'way-no', String(number)), made('strong', '', way.title), made('span', '', then))
  );
  button.value = way.way;
  return button;
}

function nothingToOffer(offer) {
  if (!offer) return phrase('The school cannot be reached: skip lines by hand for now.');
  if (offer.lateSeconds <= 0) return phrase('It ends in time as it is.');
  return phrase('None of the three ways ends in time. Skip by hand what you can answer for; keep water and cool-down.');
}

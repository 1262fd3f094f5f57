// A clock without a sheet: the same fold, figures and signals as a lesson, kept on this device alone.
import { phrase } from './phrase.js';
import { fold, standing } from './mat/fold.js';
import { keepAwake } from './mat/keep.js';
import { newKey } from './mat/press.js';
import { held, soundBar } from './mat/settings.js';
import { viewOf } from './mat/view.js';
import { voiceOf } from './mat/voice.js';
import { el, spanMs, text } from './mat/words.js';
import { soundOf } from './sound.js';

const kept = 'loyal-ladder-quick';
const fields = ['rounds', 'work', 'rest', 'reps'];
const repSeconds = 2;

const data = JSON.parse(el('quick').textContent);
const input = id => /** @type {HTMLInputElement} */ (el(id));
const sound = soundOf(() => soundBar(sound));
const voice = voiceOf(data, sound);
const view = viewOf({ ...data, bookedEnd: 0, minutes: 0 });

let program = { steps: [], closingSeconds: 0, fits: 0 };
let events = [];

try {
  const last = JSON.parse(localStorage.getItem(kept) ?? '{}');
  for (const name of fields) if (last[name] !== undefined) input(name).value = last[name];
} catch {
  /* storage is closed: it begins with the usual */
}

const number = id => {
  const field = input(id);
  const value = Number.parseInt(field.value, 10) || 0;
  return Math.min(Number(field.max), Math.max(Number(field.min), value));
};

function phases() {
  const [rounds, work, rest, reps] = fields.map(number);
  const all = [];
  const none = { side: '', stance: '', reps: 0 };
  for (let i = 1; i <= rounds; i++) {
    if (i > 1 && rest > 0)
      all.push({ ...none, kind: 'rest', seconds: rest, note: phrase('then {0} of {1}', i, rounds) });
    const seconds = reps > 0 ? reps * repSeconds : work;
    all.push({ ...none, kind: 'work', seconds, reps, note: rounds > 1 ? phrase('round {0} of {1}', i, rounds) : '' });
  }
  return all;
}

function press(kind) {
  events.push({ id: newKey(), at: new Date().toISOString(), kind, step: null, value: 0, text: null });
  draw();
}

function start() {
  const all = phases();
  const beside = { counts: [], holder: [], holderRight: [], jobs: [], rounds: [] };
  const seconds = all.reduce((sum, p) => sum + p.seconds, 0);
  const title = `${number('rounds')} x ${number('reps') || spanMs(number('work') * 1000)}`;
  // a breath to get ready, that is not counted as a round
  const ready = { kind: 'move', seconds: 5, reps: 0, side: '', stance: '', note: phrase('get ready') };
  program = {
    steps: [
      {
        id: newKey(),
        title,
        segment: '',
        dose: '',
        seconds: seconds + 5,
        isDropped: false,
        isOpen: false,
        isCalled: false,
        phases: [ready, ...all],
        cues: [],
        groups: [],
        cautions: [],
        beside,
      },
    ],
    closingSeconds: 0,
    fits: 0,
  };
  events = [];
  try {
    localStorage.setItem(kept, JSON.stringify(Object.fromEntries(fields.map(name => [name, number(name)]))));
  } catch {
    /* storage is closed */
  }
  keepAwake();
  press('start');
}

function draw() {
  const state = fold(program, events, Date.now());
  const step = program.steps[0];
  if (!step) return;
  const at = state.current >= 0 ? standing(step, state.lines[0]) : null;
  if (at && at.lineLeft <= 0 && state.ended === null) return press('end');
  view.draw({ program, state, now: Date.now(), trouble: null, counted: (_, where) => where.count, leftAlone: -1 });
  text('late', '');
  text('place', phrase('timer'));
  el('over').hidden = state.ended === null;
  if (state.ended !== null) over(state);
  else if (at && state.since !== null) voice.follow(step, at, { count: at.count, within: -1, call: null, callKey: '' });
  soundBar(sound);
}

function over(state) {
  text('over-words', `${program.steps[0].title}, ${spanMs(state.ended - state.started)}.`);
  for (const name of fields) if (input(`log-${name}`)) input(`log-${name}`).value = String(number(name));
}

function main() {
  const state = fold(program, events, Date.now());
  if (state.started === null) start();
  else press(state.since === null ? 'resume' : 'pause');
}

el('main').addEventListener('click', main);
el('again').addEventListener('click', () => {
  program = { steps: [], closingSeconds: 0, fits: 0 };
  events = [];
  document.body.dataset.state = 'waiting';
  el('over').hidden = true;
  text('main-word', 'Start');
  text('title', phrase('Timer'));
});
held(el('end'), () => press('end'));
document.addEventListener('keydown', e => {
  const on = /** @type {Element} */ (e.target);
  if (e.key !== ' ' || on.closest?.('input, select, button, a')) return;
  e.preventDefault();
  main();
});
setInterval(draw, 100);

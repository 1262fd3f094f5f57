// The mat counts by itself from events, so that the network may go and come back. The server keeps the same events.
import { follow as listen } from './live.js';
import { clockOf } from './mat/clock.js';
import { fold, standing } from './mat/fold.js';
import { keepAwake, keepPage } from './mat/keep.js';
import { pressesOf } from './mat/press.js';
import { following, showOffer, text, viewOf } from './mat/view.js';
import { voiceOf } from './mat/voice.js';

const data = JSON.parse(document.getElementById('run').textContent);
const token = /** @type {HTMLInputElement} */ (document.querySelector('#token input')).value;
const dialog = id => /** @type {HTMLDialogElement} */ (document.getElementById(id));
const noteText = /** @type {HTMLTextAreaElement} */ (document.getElementById('note-text'));

const clock = clockOf(data.now);
const voice = voiceOf(data);
const view = viewOf(data);
const presses = pressesOf(data, clock, token, draw);

let counted = { key: '', n: 0 };
let leftAlone = -1;

const stateNow = () => fold(presses.program(), presses.events(), clock.now());

/** Where the line that is up stands; null while nothing runs. */
function upNow(state = stateNow()) {
  const step = presses.program().steps[state.current];
  return step && { step, at: standing(step, state.lines[state.current]) };
}

/** The repetition as counted by hand, else as the clock has it. */
const countAt = (step, at) => (counted.key === `${step.id}/${at.phase}` ? counted.n : at.count);

function draw() {
  const [program, state] = [presses.program(), stateNow()];
  view.draw({ program, state, now: clock.now(), trouble: presses.trouble(), counted: countAt, leftAlone });
  const up = upNow(state);
  if (up && state.since !== null) voice.follow(up.step, up.at, up.at.count > 0 ? countAt(up.step, up.at) : 0);
}

const acts = {
  main() {
    const state = stateNow();
    voice.wake();
    keepAwake();
    if (state.started === null) presses.press('start');
    else presses.press(state.since === null ? 'resume' : 'pause');
  },
  next: () => turnTo('go', 1),
  back: () => turnTo('go', -1),
  skip: () => turnTo('skip', 1),
  more: () => presses.press('more', { value: 30 }),
  side() {
    const up = upNow();
    if (!up) return;
    const behind = up.step.phases.slice(up.at.phase + 1);
    const further = behind.findIndex(p => p.kind === 'work');
    if (further < 0) return;
    const between = behind.slice(0, further).reduce((sum, p) => sum + p.seconds, 0);
    presses.press('side', { value: Math.max(1, Math.round(up.at.left / 1000 + between)) });
  },
  count() {
    const up = upNow();
    if (!up) return;
    const key = `${up.step.id}/${up.at.phase}`;
    counted = { key, n: counted.key === key ? counted.n + 1 : 1 };
    presses.press('count', { step: up.step.id, value: counted.n });
  },
  note() {
    noteText.value = '';
    dialog('note-dialog').showModal();
  },
  sound() {
    const isOn = voice.turn();
    document.getElementById('sound').setAttribute('aria-pressed', String(isOn));
    text('sound', isOn ? 'Sound on' : 'Sound off');
  },
  end: () => presses.press('end'),
  async fit() {
    showOffer(await presses.offer());
    dialog('fit-dialog').showModal();
  },
  leave() {
    leftAlone = stateNow().current;
    draw();
  },
};

function turnTo(kind, by) {
  const [steps, state] = [presses.program().steps, stateNow()];
  if (state.started === null) return;
  const to = following(steps, state.current, by);
  if (to < 0) return;
  if (to < steps.length) return presses.press(kind, { step: steps[to].id });
  if (kind === 'skip') presses.press('skip', { step: steps[state.current].id });
  presses.press('end');
}

dialog('note-dialog').addEventListener('close', () => {
  const words = noteText.value.trim();
  if (dialog('note-dialog').returnValue === 'keep' && words) presses.press('note', { text: words });
  dialog('note-dialog').returnValue = '';
});
dialog('fit-dialog').addEventListener('close', () => {
  const way = dialog('fit-dialog').returnValue;
  dialog('fit-dialog').returnValue = '';
  if (way) presses.takeFit(way);
});

/** @param {Event} e */
const pressed = e => /** @type {Element} */ (e.target).closest?.('[data-do]')?.getAttribute('data-do');
document.addEventListener('click', e => acts[pressed(e)]?.());

const keys = {
  ' ': 'main',
  ArrowRight: 'next',
  ArrowLeft: 'back',
  '+': 'more',
  '=': 'more',
  c: 'count',
  s: 'side',
  o: 'note',
  k: 'skip',
};
document.addEventListener('keydown', e => {
  const on = /** @type {Element} */ (e.target);
  if (e.ctrlKey || e.metaKey || e.altKey || on.closest?.('textarea, dialog')) return;
  const act = keys[e.key];
  if (!act || (data.drives === false && !['count', 'note'].includes(act))) return;
  // a focused button takes its own press of the space bar
  if (e.key === ' ' && on.closest?.('button, a') && pressed(e) !== 'main') return;
  e.preventDefault();
  acts[act]();
});

document.addEventListener('visibilitychange', () => {
  if (!document.hidden && stateNow().since !== null) keepAwake();
});
addEventListener('online', presses.send);

draw();
presses.send();
setInterval(draw, 200);
setInterval(presses.send, 2500);
const stream = listen(`?lesson=${location.pathname.split('/').pop()}&from=mat`, { run: presses.follow });
// asked only while nobody tells
setInterval(() => stream.isOpen() || presses.follow(), 2000);
keepPage(data.person);

// The mat counts by itself from events, so that the network may go and come back. The server keeps the same events.
import { phrase } from './phrase.js';
import { follow as listen } from './live.js';
import { beforeOf } from './mat/before.js';
import { callsAt } from './mat/beside.js';
import { clockOf } from './mat/clock.js';
import { fold, standing } from './mat/fold.js';
import { keepAwake, keepPage } from './mat/keep.js';
import { overOf } from './mat/over.js';
import { newKey, pressesOf } from './mat/press.js';
import { held, settingsOf, soundBar } from './mat/settings.js';
import { tapOf } from './mat/tap.js';
import { showOffer, viewOf } from './mat/view.js';
import { voiceOf } from './mat/voice.js';
import { el, following, phaseWord, text, withinRep } from './mat/words.js';
import { soundOf } from './sound.js';
import { twicePressed } from './twice.js';

const data = JSON.parse(el('run').textContent);
const token = /** @type {HTMLInputElement} */ (document.querySelector('#token input')).value;
const dialog = id => /** @type {HTMLDialogElement} */ (el(id));
const noteText = /** @type {HTMLTextAreaElement} */ (el('note-text'));

const clock = clockOf(data.now);
const sound = soundOf(() => soundBar(sound));
const voice = voiceOf(data, sound);
const view = viewOf(data);
const presses = pressesOf(data, clock, token, draw);
const before = beforeOf(data, { press: presses.press, newKey });
const over = overOf(data);
const tap = tapOf(token, words => did(words));
settingsOf(sound);

let counted = { key: '', n: 0 };
let leftAlone = -1;
let isSure = data.date === data.today;
const twice = twicePressed(words => did(words));

const stateNow = () => fold(presses.program(), presses.events(), clock.now());

const groupPick = /** @type {HTMLSelectElement | null} */ (el('group'));
let groupProgram = { of: null, name: '', program: null };

/** The program as this screen shows it: a group sees its own versions. */
function programShown() {
  const [program, name] = [presses.program(), groupPick?.value ?? ''];
  if (!groupPick) return program;
  if (groupProgram.of !== program || groupProgram.name !== name)
    groupProgram = { of: program, name, program: { ...program, steps: program.steps.map(s => versionOf(s, name)) } };
  return groupProgram.program;
}

function versionOf(step, group) {
  const own = step.groups.find(g => g.startsWith(`${group}: `));
  return own ? { ...step, title: own.slice(group.length + 2), groups: [] } : { ...step, groups: [] };
}

if (groupPick) {
  const names = new Set(presses.program().steps.flatMap(s => s.groups.map(g => g.split(': ')[0])));
  for (const name of names.size ? names : ['everybody']) groupPick.append(new Option(name, name));
  groupPick.addEventListener('change', draw);
}

/** Where the line that is up stands; null while nothing runs. */
function upNow(state = stateNow()) {
  const step = presses.program().steps[state.current];
  return step && { step, at: standing(step, state.lines[state.current]) };
}

/** The repetition as counted by hand, else as the clock has it. */
const countAt = (step, at) => (counted.key === `${step.id}/${at.phase}` ? counted.n : at.count);

function draw() {
  const [program, state, now] = [programShown(), stateNow(), clock.now()];
  view.draw({ program, state, now, trouble: presses.trouble(), counted: countAt, leftAlone });
  before.lesson(program);
  before.roll(state.roll);
  over.draw({ program, state, now, isSaved: presses.isSaved() });
  if (state.started === null) text('main-word', startWord());
  soundBar(sound);
  const up = upNow(state);
  if (up && state.since !== null) speak(up);
}

/** A lesson of another day asks once. */
const startWord = () => (isSure ? phrase('Start') : phrase('Start, though it is for {0}', data.day));

function speak({ step, at }) {
  const { now, key } = callsAt(step, at);
  const count = at.count > 0 ? countAt(step, at) : 0;
  voice.follow(step, at, { count, within: withinRep(step, step.phases[at.phase], at), call: now, callKey: key });
}

const acts = {
  main() {
    const state = stateNow();
    keepAwake();
    if (state.started !== null) return presses.press(state.since === null ? 'resume' : 'pause');
    if (!isSure) {
      isSure = true;
      return text('main-word', phrase('Yes, start it today'));
    }
    presses.press('start');
  },
  next: () => turnTo('go', 1),
  back: () => turnTo('go', -1),
  skip() {
    dialog('more-dialog').close();
    turnTo('skip', 1);
  },
  more() {
    if (!upNow()) return;
    presses.press('more', { value: 30 });
    did('+30 s');
  },
  /** On to what comes next within the line: the change has its time, and so has the rest. */
  side() {
    const up = upNow();
    const coming = up?.step.phases[up.at.phase + 1];
    if (!coming) return did(phrase('this line has no other side'));
    presses.press('side', { value: Math.max(1, Math.ceil(up.at.left / 1000)) });
    did(phraseOf(coming));
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
  tap() {
    const up = upNow();
    if (!up) return;
    dialog('more-dialog').close();
    tap.open(up.step);
  },
  others: () => dialog('more-dialog').showModal(),
  roll() {
    dialog('more-dialog').close();
    dialog('roll-dialog').append(el('roll-box'));
    dialog('roll-dialog').showModal();
  },
  'go-on': () => presses.press('go-on'),
  async fit() {
    showOffer(await presses.offer());
    dialog('fit-dialog').showModal();
  },
  leave() {
    leftAlone = stateNow().current;
    draw();
  },
};

const phraseOf = coming => phaseWord(coming) || coming.note || phrase('Next part');

let undid = 0;

/** Says for two seconds what a press did. */
function did(words) {
  text('did', words);
  el('did').hidden = false;
  clearTimeout(undid);
  undid = setTimeout(() => (el('did').hidden = true), 2000);
}

function turnTo(kind, by) {
  const [steps, state] = [presses.program().steps, stateNow()];
  if (state.started === null || state.ended !== null) return;
  const to = following(steps, state.current, by);
  if (to < 0) return;
  if (to < steps.length) return presses.press(kind, { step: steps[to].id });
  if (kind === 'skip') presses.press('skip', { step: steps[state.current].id });
  presses.press('end');
}

held(el('end'), () => {
  dialog('more-dialog').close();
  presses.press('end');
});

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
dialog('roll-dialog').addEventListener('close', () => el('before').append(el('roll-box')));

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
  if (e.ctrlKey || e.metaKey || e.altKey || on.closest?.('textarea, input, select, dialog, #over')) return;
  const act = keys[e.key];
  if (!act || (data.drives === false && !['count', 'note'].includes(act))) return;
  // a focused button takes its own press of the space bar
  if (e.key === ' ' && on.closest?.('button, a') && pressed(e) !== 'main') return;
  e.preventDefault();
  // a key that was meant for something else must not start a class
  if (act === 'main' && stateNow().started === null && !twice(e.key, phrase('Press space once more to start'))) return;
  acts[act]();
});

document.addEventListener('visibilitychange', () => {
  if (!document.hidden && stateNow().since !== null) keepAwake();
});
addEventListener('online', presses.send);
document.addEventListener('submit', e => {
  if (/** @type {Element} */ (e.target).matches('[data-discard]')) presses.forget();
});

draw();
presses.send();
setInterval(draw, 100);
setInterval(presses.send, 2500);
const stream = listen(`?lesson=${data.lesson}&from=mat`, { run: presses.follow });
// asked only while nobody tells
setInterval(() => stream.isOpen() || presses.follow(), 2000);
keepPage(data.person);

// The Combination bench: which beat is shown, step keys, play at pace. Everything else comes from the server as one types.
import { moverOf } from './figure/mover.js';
import { phrase } from './phrase.js';
const live = () => document.getElementById('bench-live');
const text = /** @type {HTMLTextAreaElement} */ (document.getElementById('c'));
const form = /** @type {HTMLFormElement} */ (document.getElementById('bench'));
const input = id => /** @type {HTMLInputElement} */ (document.getElementById(id));

/** @returns {HTMLElement[]} */
const all = selector => [...live().querySelectorAll(selector)];

/** What an event is about. @param {Event} e */
const at = e => /** @type {HTMLElement} */ (e.target);

/** @param {Event} e @returns {HTMLElement | null} */
const near = (e, selector) => at(e).closest(selector);

const beats = () => all('.frame');
const shown = () => Number(live().dataset.beat);

/** The body of what is typed; null where nothing can be read. @type {ReturnType<typeof moverOf> | null} */
let body = null;

function findBody() {
  const element = live().querySelector('.mover');
  body = element instanceof HTMLElement ? moverOf(element) : null;
}

function show(beat) {
  const frames = beats();
  if (frames.length === 0) return;
  const up = Math.max(1, Math.min(frames.length, beat));
  live().dataset.beat = String(up);
  for (const frame of frames) frame.classList.toggle('is-on', Number(frame.dataset.beat) === up);
  for (const mark of all('.beat-strip .beat')) mark.classList.toggle('is-on', Number(mark.dataset.beat) === up);
  const { count } = frames[up - 1].dataset;
  for (const line of all('.holder li')) line.classList.toggle('is-on', line.dataset.count === count);
  live().querySelector('[data-count-shown]').textContent = count;
  input('scrub').value = String(up);
}

/** Strip, card, feet and body at the same beat. */
function showAll(beat) {
  body?.stop();
  show(beat);
  void body?.toBeat(shown());
}

function stop() {
  body?.stop();
}

function play() {
  void body?.play();
}

/** To the first beat of a count. */
function toCount(count) {
  const first = beats().find(f => Number(f.dataset.count) === count);
  if (first) showAll(Number(first.dataset.beat));
}

/** To the next or the last count. */
const goCount = by => toCount(Number(beats()[shown() - 1]?.dataset.count) + by);

document.addEventListener('figure:beat', e => show(/** @type {CustomEvent<number>} */ (e).detail));
/** What the button for playing says. @param {string} words */
function sayOnPlay(words) {
  const button = live().querySelector('[data-play]');
  if (button) button.textContent = words;
}
document.addEventListener('figure:play', () => sayOnPlay(phrase('Stop')));
document.addEventListener('figure:stop', () => sayOnPlay(phrase('Play')));

document.addEventListener('click', e => {
  const beat = near(e, 'a[data-beat]');
  if (beat && live().contains(beat)) {
    e.preventDefault();
    return showAll(Number(beat.dataset.beat));
  }
  const held = near(e, '.holder li[data-count]');
  if (held) return toCount(Number(held.dataset.count));
  const fill = near(e, '[data-fill]');
  if (fill) {
    e.preventDefault();
    text.value = fill.dataset.fill;
    text.focus();
    return text.dispatchEvent(new Event('input', { bubbles: true }));
  }
  const step = near(e, '[data-step]');
  if (step) return showAll(shown() + Number(step.dataset.step));
  if (near(e, '[data-play]')) play();
});

document.addEventListener('input', e => {
  if (at(e).id === 'scrub') showAll(Number(input('scrub').value));
});

// other names or sides: the whole page comes anew, with the text in the new words
document.addEventListener('change', e => {
  if (at(e).matches('[data-resend]')) form.requestSubmit();
  if (at(e).id === 'pace') {
    const address = /** @type {HTMLElement} */ (live().querySelector('.mover')).dataset.figure;
    body?.load(address.replace(/pace=\w+/, `pace=${input('pace').value}`));
    void body?.toBeat(shown());
  }
});

document.addEventListener('keydown', e => {
  if (e.ctrlKey || e.metaKey || e.altKey) return;
  if (e.target === text) {
    if (e.key === 'Escape') text.blur();
    if (e.key === 'Enter') e.preventDefault();
    return;
  }
  if (near(e, 'input:not(#scrub), textarea, select, summary') || (e.key === ' ' && near(e, 'button, a'))) return;
  const keys = {
    ArrowRight: () => showAll(shown() + 1),
    ArrowLeft: () => showAll(shown() - 1),
    '.': () => goCount(1),
    ',': () => goCount(-1),
    ' ': play,
    m: () => /** @type {HTMLElement} */ (document.querySelector('[data-other-lead]')).click(),
    '/': () => text.focus(),
  };
  if (!(e.key in keys)) return;
  e.preventDefault();
  keys[e.key]();
});

// a new text keeps the beat that was looked at, as far as there still is one
let before = 1;
document.addEventListener('htmx:beforeSwap', e => {
  if (at(e).id === 'bench-live') {
    before = shown() || 1;
    stop();
  }
});
document.addEventListener('htmx:afterSettle', e => {
  if (at(e).id !== 'bench-live') return;
  findBody();
  show(before);
  history.replaceState(null, '', `/bench?${new URLSearchParams(/** @type {any} */ (new FormData(form)))}`);
});
findBody();

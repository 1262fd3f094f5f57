// The Combination bench: which beat is shown, step keys, play at pace. Everything else comes from the server as one types.
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
let playing = 0;

const beats = () => all('.frame');
const shown = () => Number(live().dataset.beat);

function show(beat) {
  const frames = beats();
  if (frames.length === 0) return;
  const up = Math.max(1, Math.min(frames.length, beat));
  live().dataset.beat = String(up);
  for (const frame of frames) frame.classList.toggle('is-on', Number(frame.dataset.beat) === up);
  for (const mark of all('.beat-strip .beat')) mark.classList.toggle('is-on', Number(mark.dataset.beat) === up);
  for (const body of all('.bodies .body')) body.classList.toggle('is-on', Number(body.dataset.beat) === up);
  const { count } = frames[up - 1].dataset;
  for (const line of all('.holder li')) line.classList.toggle('is-on', line.dataset.count === count);
  live().querySelector('[data-count-shown]').textContent = count;
  input('scrub').value = String(up);
}

function stop() {
  clearTimeout(playing);
  playing = 0;
  const button = live().querySelector('[data-play]');
  if (button) button.textContent = phrase('Play');
}

function play() {
  if (playing) return stop();
  live().querySelector('[data-play]').textContent = phrase('Stop');
  const pace = input('pace').value;
  const next = beat => {
    show(beat);
    const frame = beats()[beat - 1];
    playing = frame
      ? window.setTimeout(() => (beat < beats().length ? next(beat + 1) : stop()), Number(frame.dataset[pace]) * 1000)
      : 0;
  };
  next(shown() >= beats().length ? 1 : shown());
}

document.addEventListener('click', e => {
  const beat = near(e, 'a[data-beat]');
  if (beat && live().contains(beat)) {
    e.preventDefault();
    stop();
    return show(Number(beat.dataset.beat));
  }
  const fill = near(e, '[data-fill]');
  if (fill) {
    e.preventDefault();
    text.value = fill.dataset.fill;
    text.focus();
    return text.dispatchEvent(new Event('input', { bubbles: true }));
  }
  const step = near(e, '[data-step]');
  if (step) {
    stop();
    return show(shown() + Number(step.dataset.step));
  }
  if (near(e, '[data-play]')) play();
});

document.addEventListener('input', e => {
  if (at(e).id === 'scrub') {
    stop();
    show(Number(input('scrub').value));
  }
});

// other names or sides: the whole page comes anew, with the text in the new words
document.addEventListener('change', e => {
  if (at(e).matches('[data-resend]')) form.requestSubmit();
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
    ArrowRight: () => {
      stop();
      show(shown() + 1);
    },
    ArrowLeft: () => {
      stop();
      show(shown() - 1);
    },
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
  show(before);
  history.replaceState(null, '', `/bench?${new URLSearchParams(/** @type {any} */ (new FormData(form)))}`);
});

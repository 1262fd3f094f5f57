// The Combination bench: which beat is shown, step keys, play at pace. Everything else comes from the server as one types.
const live = () => document.getElementById('bench-live');
const text = document.getElementById('c');
const form = document.getElementById('bench');
let playing = 0;

const beats = () => [...live().querySelectorAll('.frame')];
const shown = () => Number(live().dataset.beat);

function show(beat) {
  const frames = beats();
  if (frames.length === 0) return;
  const at = Math.max(1, Math.min(frames.length, beat));
  live().dataset.beat = at;
  for (const frame of frames) frame.classList.toggle('is-on', Number(frame.dataset.beat) === at);
  for (const mark of live().querySelectorAll('.beat-strip .beat'))
    mark.classList.toggle('is-on', Number(mark.dataset.beat) === at);
  const { count } = frames[at - 1].dataset;
  for (const line of live().querySelectorAll('.holder li'))
    line.classList.toggle('is-on', line.dataset.count === count);
  live().querySelector('[data-count-shown]').textContent = count;
  document.getElementById('scrub').value = at;
}

function stop() {
  clearTimeout(playing);
  playing = 0;
  const button = live().querySelector('[data-play]');
  if (button) button.textContent = 'Play';
}

function play() {
  if (playing) return stop();
  live().querySelector('[data-play]').textContent = 'Stop';
  const pace = document.getElementById('pace').value;
  const next = beat => {
    show(beat);
    const frame = beats()[beat - 1];
    playing = frame
      ? setTimeout(() => (beat < beats().length ? next(beat + 1) : stop()), Number(frame.dataset[pace]) * 1000)
      : 0;
  };
  next(shown() >= beats().length ? 1 : shown());
}

document.addEventListener('click', e => {
  const beat = e.target.closest('a[data-beat]');
  if (beat && live().contains(beat)) {
    e.preventDefault();
    stop();
    return show(Number(beat.dataset.beat));
  }
  const fill = e.target.closest('[data-fill]');
  if (fill) {
    e.preventDefault();
    text.value = fill.dataset.fill;
    text.focus();
    return text.dispatchEvent(new Event('input', { bubbles: true }));
  }
  const step = e.target.closest('[data-step]');
  if (step) {
    stop();
    return show(shown() + Number(step.dataset.step));
  }
  if (e.target.closest('[data-play]')) play();
});

document.addEventListener('input', e => {
  if (e.target.id === 'scrub') {
    stop();
    show(Number(e.target.value));
  }
});

// other names or sides: the whole page comes anew, with the text in the new words
document.addEventListener('change', e => {
  if (e.target.matches('[data-resend]')) form.requestSubmit();
});

document.addEventListener('keydown', e => {
  if (e.ctrlKey || e.metaKey || e.altKey) return;
  if (e.target === text) {
    if (e.key === 'Escape') text.blur();
    if (e.key === 'Enter') e.preventDefault();
    return;
  }
  if (
    e.target.closest('input:not(#scrub), textarea, select, summary') ||
    (e.key === ' ' && e.target.closest('button, a'))
  )
    return;
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
    m: () => document.querySelector('[data-other-lead]').click(),
    '/': () => text.focus(),
  };
  if (!(e.key in keys)) return;
  e.preventDefault();
  keys[e.key]();
});

// a new text keeps the beat that was looked at, as far as there still is one
let before = 1;
document.addEventListener('htmx:beforeSwap', e => {
  if (e.target.id === 'bench-live') {
    before = shown() || 1;
    stop();
  }
});
document.addEventListener('htmx:afterSettle', e => {
  if (e.target.id !== 'bench-live') return;
  show(before);
  history.replaceState(null, '', `/bench?${new URLSearchParams(new FormData(form))}`);
});

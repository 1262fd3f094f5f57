// Calls rounds aloud: one call large, the next small, what the holder shows, the time.
import { phrase } from './phrase.js';
import { lengthOf, standingOf } from './calls.js';
import { el, span, text } from './mat/words.js';
import { soundOf } from './sound.js';

const session = JSON.parse(el('rounds').textContent);
const button = el('call');
const stopButton = el('call-stop');
const sound = soundOf(() => {});

/** Milliseconds at which the session began; null while it stands. */
let began = null;
/** Milliseconds at which it was paused; null while it runs or stands. */
let paused = null;
let heard = '';
let warned = '';

/** A call stays on one line: smaller where it is long. */
function fit() {
  const node = el('call-now');
  node?.classList.toggle('is-long', (node.textContent ?? '').length > 18);
}

function draw() {
  if (began === null || paused !== null) return;
  const seconds = (Date.now() - began) / 1000;
  if (seconds >= lengthOf(session)) return stop();
  const at = standingOf(session, Math.max(0, seconds));
  const waits = seconds < 0;
  text(
    'call-round',
    waits
      ? phrase('get ready')
      : at.isRest
        ? phrase('rest before round {0} of {1}', at.round + 2, session.rounds.length)
        : phrase('round {0} of {1}', at.round + 1, session.rounds.length),
  );
  text(
    'call-now',
    waits
      ? span(seconds)
      : at.isRest
        ? session.active
          ? phrase('keep moving')
          : phrase('rest')
        : (at.now?.words ?? ''),
  );
  text(
    'call-next',
    (waits ? session.rounds[0].calls[0] : at.next)?.words ?? (at.isRest ? '' : phrase('the end of the round')),
  );
  text('call-hold', at.now?.holder ?? '');
  fit();
  text('call-left', span(waits ? session.work : at.left));
  mark(waits ? null : at);
  if (!waits) speak(at);
}

function mark(at) {
  for (const lit of document.querySelectorAll('.strip-call.is-now')) lit.classList.remove('is-now');
  if (!at || at.isRest) return;
  document.querySelector(`[data-call="${at.round}/${at.call}"]`)?.classList.add('is-now');
  const tab = /** @type {HTMLInputElement | null} */ (el(`shown-${at.round}`));
  if (tab && !tab.checked) tab.checked = true;
}

function speak(at) {
  const key = `${at.round}/${at.isRest ? 'rest' : at.call}`;
  if (key !== heard) {
    if (at.isRest) sound.tone(440, 0.8, 2);
    else if (at.call === 0) sound.tone(660, 0.5);
    if (at.now && at.call >= 0) sound.say(at.now.words, 'en', 1.2, true);
    heard = key;
  }
  if (at.isRest && at.left <= 10 && warned !== key) {
    warned = key;
    sound.tone(880, 0.15, 2);
  }
}

function stop() {
  began = paused = null;
  stopButton.hidden = true;
  heard = '';
  mark(null);
  sound.tone(523, 0.9);
  button.textContent = phrase('Start');
  text('call-now', phrase('done'));
  text('call-next', '');
}

/** Starts, pauses, and goes on where it was paused. */
function press() {
  if (began === null) began = Date.now() + 5000;
  else if (paused === null) paused = Date.now();
  else {
    began += Date.now() - paused;
    paused = null;
  }
  stopButton.hidden = false;
  button.textContent = paused === null ? phrase('Pause') : phrase('Resume');
  draw();
}

button?.addEventListener('click', press);
stopButton?.addEventListener('click', stop);
document.addEventListener('keydown', e => {
  // a button or a field has its own use for the bar
  if (e.key !== ' ' || !button || /** @type {Element} */ (e.target).closest('button, input, select, textarea, a'))
    return;
  e.preventDefault();
  press();
});
fit();
setInterval(draw, 100);

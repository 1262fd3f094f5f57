// Calls rounds aloud: one call large, the next small, what the holder shows, the time.
import { phrase } from './phrase.js';
import { lengthOf, standingOf } from './calls.js';
import { el, span, text } from './mat/words.js';
import { soundOf } from './sound.js';

const session = JSON.parse(el('rounds').textContent);
const button = el('call');
const sound = soundOf(() => {});

/** Milliseconds at which the session began; null while it stands. */
let began = null;
let heard = '';
let warned = '';

/** A call stays on one line: smaller where it is long. */
function fit() {
  const node = el('call-now');
  node?.classList.toggle('is-long', (node.textContent ?? '').length > 18);
}

function draw() {
  if (began === null) return;
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
  began = null;
  heard = '';
  mark(null);
  sound.tone(523, 0.9);
  button.textContent = phrase('Start');
  text('call-now', 'done');
  text('call-next', '');
}

button?.addEventListener('click', () => {
  if (began !== null) return stop();
  began = Date.now() + 5000;
  button.textContent = phrase('Stop');
  draw();
});
fit();
setInterval(draw, 100);

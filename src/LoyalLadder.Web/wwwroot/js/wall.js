// A hall's wall: follows whatever runs there, without a touch; the hour and the next class when nothing does.
import { phrase } from './phrase.js';
import { clockOf } from './mat/clock.js';
import { fold } from './mat/fold.js';
import { viewOf } from './mat/view.js';
import { el, text } from './mat/words.js';

const askEvery = 700;
const outOfTouchAfter = 5000;

let told = JSON.parse(el('wall').textContent);
const clock = clockOf(told.now);
const hour = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: told.zone });
let view = viewOf(told);
let heardAt = Date.now();

async function ask() {
  const sent = Date.now();
  try {
    const answer = await fetch(`${location.pathname}?handler=Now&have=${encodeURIComponent(told.version)}`, {
      cache: 'no-store',
      signal: AbortSignal.timeout(4000),
    });
    if (!answer.ok) return;
    const news = await answer.json();
    clock.heard(news.now, sent);
    heardAt = Date.now();
    if (news.version !== told.version) take(news);
  } catch {
    /* the screen says how long it has heard nothing, and goes on counting */
  }
}

function take(news) {
  const isOther = news.run !== told.run || news.program?.fits !== told.program?.fits;
  told = news;
  if (isOther) {
    el('climb').replaceChildren();
    view = viewOf(told);
  }
}

/** Why it may be behind; null while it is in touch. */
function trouble() {
  if (Date.now() - heardAt < outOfTouchAfter) return null;
  return phrase('Out of touch since {0}: it goes on by what it knew.', hour.format(heardAt));
}

function draw() {
  const now = clock.now();
  const state = told.program ? fold(told.program, told.events, now) : null;
  const isIdle = state === null || state.started === null || state.ended !== null;
  el('idle').hidden = !isIdle;
  text('class-name', isIdle ? told.hall : told.className);
  if (isIdle) return idle(now);
  view.draw({ program: told.program, state, now, trouble: trouble(), counted: (_, at) => at.count, leftAlone: -1 });
}

function idle(now) {
  document.body.dataset.state = 'idle';
  text('place', '');
  text('late', '');
  text('wall-clock', '');
  text('idle-clock', hour.format(now));
  text('idle-next', told.next ? `${told.next.at} ${told.next.name}` : phrase('No more classes today'));
  const why = trouble();
  el('unsaved').hidden = why === null;
  text('unsaved', why ?? '');
}

draw();
setInterval(draw, 100);
setInterval(ask, askEvery);

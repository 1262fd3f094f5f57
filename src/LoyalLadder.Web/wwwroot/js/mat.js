// The mat counts by itself from events, so that the network may go and come back. The server keeps the same events.
import { follow as listen } from './live.js';

const data = JSON.parse(document.getElementById('run').textContent);
const token = document.querySelector('#token input').value;
const el = id => document.getElementById(id);
const steps = [...data.program.steps];
const kept = `loyal-ladder-run-${data.run}`;
let offset = data.now - Date.now();
const now = () => Date.now() + offset;

// the server's clock is known as well as the quickest answer so far was quick; a slow one must not turn the mat's clock back
let quickest = Infinity;
function setClock(serverNow, sent) {
  const trip = Date.now() - sent;
  if (trip > quickest) {
    quickest += 5;
    return;
  }
  quickest = trip;
  offset = serverNow + trip / 2 - Date.now();
}

// ---- events: what was pressed, here or on another device ----
const events = new Map();
const unsent = new Set();
for (const e of data.events) events.set(e.id, e);
try {
  const local = JSON.parse(localStorage.getItem(kept) ?? '{}');
  for (const e of local.events ?? [])
    if (!events.has(e.id)) {
      events.set(e.id, e);
      if (e.kind !== 'fit') unsent.add(e.id);
    }
  // a page that the device held while the network was away may be older than the last fit
  if ((local.program?.fits ?? 0) > data.program.fits) {
    data.program = local.program;
    steps.splice(0, steps.length, ...data.program.steps);
  }
} catch {
  /* storage is closed: the run still goes on in this page */
}

function remember() {
  try {
    localStorage.setItem(kept, JSON.stringify({ events: [...events.values()], program: data.program }));
  } catch {
    /* as above */
  }
}

// what is left may be fitted on any device: the steps behind the current one become others
function takeProgram(program) {
  if (program.fits <= data.program.fits) return;
  data.program = program;
  steps.splice(0, steps.length, ...program.steps);
  remember();
  draw();
}

async function heedFits() {
  if (Math.max(0, ...[...events.values()].filter(e => e.kind === 'fit').map(e => e.value)) <= data.program.fits) return;
  const answer = await fetch(`${location.pathname}?handler=Program`, {
    redirect: 'manual',
    signal: AbortSignal.timeout(5000),
  });
  if (answer.ok) takeProgram(await answer.json());
}

// what is pressed later comes later, whatever the clock was set to between
const latest = () => Math.max(0, ...[...events.values()].map(e => Date.parse(e.at)));

function press(kind, more = {}) {
  const e = {
    id: crypto.randomUUID?.() ?? fallbackKey(),
    at: new Date(Math.max(now(), latest() + 1)).toISOString(),
    kind,
    step: null,
    value: 0,
    text: null,
    ...more,
  };
  events.set(e.id, e);
  unsent.add(e.id);
  remember();
  draw();
  send();
}

// crypto.randomUUID is missing on plain http away from this machine
function fallbackKey() {
  const b = crypto.getRandomValues(new Uint8Array(16));
  b[6] = (b[6] & 15) | 64;
  b[8] = (b[8] & 63) | 128;
  const h = [...b].map(x => x.toString(16).padStart(2, '0')).join('');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-${h.slice(12, 16)}-${h.slice(16, 20)}-${h.slice(20)}`;
}

let sending = false;
let trouble = null;
async function send() {
  if (sending || unsent.size === 0) return;
  sending = true;
  const batch = [...unsent].slice(0, 400);
  try {
    const answer = await fetch(`${location.pathname}?handler=Events`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-Form-Token': token },
      body: JSON.stringify(batch.map(id => events.get(id))),
      redirect: 'manual',
      signal: AbortSignal.timeout(8000),
    });
    if (answer.status === 204) {
      for (const id of batch) unsent.delete(id);
      trouble = null;
    } else if (answer.type === 'opaqueredirect' || answer.status === 401)
      trouble = 'You are signed out: sign in on another tab, and it is saved from here.';
    else trouble = 'Not saved yet: the school cannot be reached. The clock goes on; it is saved as soon as it can be.';
  } catch {
    trouble = 'Not saved yet: the network is away. The clock goes on; it is saved as soon as it can be.';
  }
  sending = false;
  draw();
}

async function follow() {
  const sent = Date.now();
  try {
    const answer = await fetch(`${location.pathname}?handler=Events`, {
      redirect: 'manual',
      signal: AbortSignal.timeout(5000),
    });
    if (!answer.ok) return;
    const news = await answer.json();
    setClock(news.now, sent);
    for (const e of news.events) {
      events.set(e.id, e);
      unsent.delete(e.id);
    }
    await heedFits();
    remember();
  } catch {
    /* send() says so when it matters */
  }
}

// ---- the state: the sum of the events ----
function fold() {
  const state = {
    started: null,
    ended: null,
    since: null,
    current: -1,
    spent: steps.map(() => 0),
    shift: steps.map(() => 0),
    skipped: new Set(),
  };
  const ordered = [...events.values()]
    .map(e => ({ ...e, ms: Date.parse(e.at) }))
    .sort((a, b) => a.ms - b.ms || (a.id < b.id ? -1 : 1));
  const spend = until => {
    if (state.since !== null) {
      state.spent[state.current] += Math.max(0, until - state.since);
      state.since = until;
    }
  };
  for (const e of ordered) {
    const to = e.step ? steps.findIndex(s => s.id === e.step) : -1;
    if (state.ended) continue;
    if (e.kind === 'start' && state.started === null) {
      state.started = state.since = e.ms;
      state.current = 0;
    } else if (state.started === null) continue;
    else if ((e.kind === 'go' || e.kind === 'skip') && to >= 0) {
      spend(e.ms);
      if (e.kind === 'skip') state.skipped.add(state.current);
      state.skipped.delete(to);
      state.current = to;
    } else if (e.kind === 'pause' && state.since !== null) {
      spend(e.ms);
      state.since = null;
    } else if (e.kind === 'resume' && state.since === null) state.since = e.ms;
    else if (e.kind === 'more' && state.current >= 0) state.shift[state.current] -= e.value;
    else if (e.kind === 'side' && state.current >= 0) state.shift[state.current] += e.value;
    else if (e.kind === 'end') {
      spend(e.ms);
      state.ended = e.ms;
      state.since = null;
    }
  }
  if (state.since !== null) spend(now());
  return state;
}

// where a line stands: its phase, and what is left of both
function standing(state) {
  const step = steps[state.current];
  const total = step.phases.reduce((sum, p) => sum + p.seconds, 0);
  const elapsed = Math.max(0, state.spent[state.current] / 1000 + state.shift[state.current]);
  let before = 0;
  let index = 0;
  while (index < step.phases.length - 1 && elapsed >= before + step.phases[index].seconds)
    before += step.phases[index++].seconds;
  const phase = step.phases[index];
  return {
    step,
    phase,
    index,
    into: elapsed - before,
    left: before + phase.seconds - elapsed,
    lineLeft: total - elapsed,
    elapsed,
    before,
  };
}

// ---- what is seen ----
const clockFormat = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: data.zone });
const span = seconds => {
  const s = Math.ceil(Math.abs(seconds) - 1e-6);
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
};
const rails = el('rails');
for (const _ of steps) rails.append(document.createElement('i'));

function text(id, words) {
  const node = el(id);
  if (node.textContent !== words) node.textContent = words;
}

let counted = { key: '', n: 0 };

function draw() {
  text('wall-clock', clockFormat.format(now()));
  el('unsaved').hidden = unsent.size === 0 || trouble === null;
  text('unsaved', trouble ?? '');
  if (steps.length === 0) {
    text('title', 'This sheet has nothing to run yet');
    el('main')?.setAttribute('hidden', '');
    return;
  }
  const state = fold();
  document.body.dataset.state = state.ended
    ? 'over'
    : state.started === null
      ? 'waiting'
      : state.since === null
        ? 'paused'
        : 'running';
  [...rails.children].forEach((rung, i) => {
    rung.className =
      i === state.current
        ? 'up'
        : state.skipped.has(i) || steps[i].isDropped
          ? 'skipped'
          : i < state.current
            ? 'done'
            : '';
  });
  el('over').hidden = !state.ended;
  if (state.ended) return drawOver(state);
  if (state.started === null) return drawWaiting();
  drawRunning(state);
}

function drawWaiting() {
  const first = steps[0];
  text('place', `${steps.length} lines, ${span(steps.reduce((s, x) => s + x.seconds, 0))}`);
  text('title', first.title);
  text('big', '');
  text('drill', span(first.seconds));
  drawNext(1);
  el('main')?.replaceChildren('Start');
}

function drawOver(state) {
  const done = steps.filter((s, i) => !state.skipped.has(i) && state.spent[i] > 0).length;
  text('over-words', `${done} of ${steps.length} lines, ${span((state.ended - state.started) / 1000)}.`);
}

function drawRunning(state) {
  const at = standing(state);
  const { step, phase } = at;
  document.body.dataset.phase = phase.kind;
  text('place', `${step.segment ? `${step.segment}, ` : ''}${state.current + 1} of ${steps.length}`);
  text('title', step.title);
  const cues = el('cues');
  const words = [...step.cues, ...step.groups.map(g => g)].join('. ');
  const caution = step.cautions[0] ?? '';
  if (cues.dataset.for !== step.id) {
    cues.dataset.for = step.id;
    cues.replaceChildren(document.createTextNode(words ? `${words}. ` : ''));
    if (caution) {
      const em = document.createElement('em');
      em.textContent = caution;
      cues.append(em);
    }
  }
  const over = at.lineLeft <= 0;
  const reps = phase.kind === 'work' && phase.reps > 0 && !over;
  const key = `${step.id}/${at.index}`;
  const auto = reps ? Math.min(phase.reps, Math.floor(at.into / (phase.seconds / phase.reps)) + 1) : 0;
  const count = counted.key === key ? counted.n : auto;
  el('big').classList.toggle('is-time', !reps);
  text('big', reps ? String(count) : over ? span(at.lineLeft) : span(at.left));
  text('of', reps ? `of ${phase.reps}` : over ? 'over' : '');
  text('word', reps ? (data.words[count - 1] ?? '') : over ? 'time is up: next' : phaseWord(phase));
  const hasSide = Boolean(phase.side);
  el('side-box').hidden = !hasSide;
  if (hasSide) {
    text('side-label', phase.kind === 'change' ? 'change to' : 'now');
    text('side', phase.side);
    text('stance', [phase.stance, thenWhat(step, at.index)].filter(Boolean).join(' · '));
  }
  text('drill', over ? `${span(at.lineLeft)} over` : span(at.lineLeft));
  text('phase-note', phase.note || '');
  drawNext(following(state.current, 1));
  drawLate(state, at);
  el('main')?.replaceChildren(state.since === null ? 'Go on' : 'Pause');
  sound(state, at, reps ? count : 0, over);
}

const phaseWord = phase =>
  ({
    move: `get there: ${phase.note}`,
    teach: 'show it',
    change: 'other side',
    rest: 'rest',
    swap: 'partners swap',
    work: '',
  })[phase.kind] ?? '';

function thenWhat(step, index) {
  const next = step.phases[index + 1];
  if (!next) return '';
  return (
    { change: 'then the other side', swap: 'then partners swap', rest: 'then rest' }[next.kind] ??
    (next.note ? `then ${next.note}` : '')
  );
}

// the next step that runs, in that direction
function following(from, by) {
  let to = from + by;
  while (steps[to]?.isDropped) to += by;
  return to;
}

function drawNext(index) {
  const next = steps[index];
  text('next-title', next ? next.title : 'the end');
  text('next-dose', next ? next.dose : '');
  const teach = next?.phases.find(p => p.kind === 'teach' && p.seconds > 10);
  text('next-note', teach ? `show it: ${span(teach.seconds)}` : next ? span(next.seconds) : '');
}

function drawLate(state, at) {
  const booked = data.bookedEnd - data.minutes * 60000;
  const end = Math.abs(state.started - booked) <= 20 * 60000 ? data.bookedEnd : state.started + data.minutes * 60000;
  const rest =
    Math.max(0, at.lineLeft) +
    steps
      .slice(state.current + 1)
      .filter(x => !x.isDropped)
      .reduce((s, x) => s + x.seconds, 0) +
    data.program.closingSeconds;
  const late = Math.round((now() + rest * 1000 - end) / 1000);
  const node = el('late');
  const strong = document.createElement('strong');
  strong.textContent = Math.abs(late) < 15 ? 'on time' : late > 0 ? `${span(late)} late` : `${span(late)} early`;
  node.className = late >= 15 ? 'is-late' : '';
  if (node.dataset.said !== strong.textContent) {
    node.dataset.said = strong.textContent;
    node.replaceChildren(strong);
  }
  const bar = el('fit-bar');
  if (!bar) return;
  const offers = late > 60 && state.current < steps.length - 1 && leftAlone !== state.current;
  bar.hidden = !offers;
  if (offers) text('fit-words', `${span(late)} late.`);
}

// ---- fitting what is left ----
let leftAlone = -1;
async function askFit() {
  let offer = null;
  try {
    const answer = await fetch(`${location.pathname}?handler=Fit`, {
      redirect: 'manual',
      signal: AbortSignal.timeout(5000),
    });
    if (answer.ok) offer = await answer.json();
  } catch {
    /* said below */
  }
  const list = el('fit-lines');
  const say = words => {
    const li = document.createElement('li');
    li.textContent = words;
    list.append(li);
  };
  list.replaceChildren();
  el('fit-take').hidden = !offer?.fits || offer.lines.length === 0;
  if (!offer) say('The school cannot be reached: skip lines by hand for now.');
  else if (!offer.fits)
    say(
      `Even the shortest form of what has to stay is ${span(offer.mustsOver)} too long. Skip by hand what you can answer for; keep water and cool-down.`,
    );
  else if (offer.lines.length === 0) say('It fits as it is.');
  else
    for (const line of offer.lines)
      say(
        line.fitted === null
          ? `${line.title}: left out (${span(line.secondsBefore)})`
          : `${line.title}: ${line.dose} becomes ${line.fitted} (${span(line.secondsBefore)} to ${span(line.secondsAfter)})`,
      );
  el('fit-dialog').showModal();
}

el('fit-dialog').addEventListener('close', async () => {
  const take = el('fit-dialog').returnValue === 'take';
  el('fit-dialog').returnValue = '';
  if (!take) return;
  try {
    const answer = await fetch(`${location.pathname}?handler=Fit`, {
      method: 'POST',
      headers: { 'X-Form-Token': token },
      redirect: 'manual',
      signal: AbortSignal.timeout(8000),
    });
    if (answer.ok) takeProgram(await answer.json());
  } catch {
    trouble = 'Not fitted: the network is away.';
    draw();
  }
});

// ---- what is heard ----
let audio = null;
let soundOn = true;
let heard = '';
let heardCount = '';
function beep(hertz, seconds, times = 1) {
  if (!soundOn || !audio) return;
  for (let i = 0; i < times; i++) {
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    const from = audio.currentTime + i * (seconds + 0.12);
    tone.frequency.value = hertz;
    gain.gain.setValueAtTime(0.35, from);
    gain.gain.exponentialRampToValueAtTime(0.001, from + seconds);
    tone.connect(gain).connect(audio.destination);
    tone.start(from);
    tone.stop(from + seconds);
  }
}

function speak(words, language) {
  if (!soundOn || !('speechSynthesis' in window)) return;
  const voice = new SpeechSynthesisUtterance(words);
  voice.lang = language;
  voice.rate = 1.15;
  speechSynthesis.speak(voice);
}

function sound(state, at, count, over) {
  if (state.since === null) return;
  const key = `${at.step.id}/${at.index}`;
  const mark = over
    ? `${key}/over`
    : at.left <= 10 && at.phase.kind === 'work' && at.phase.seconds > 20
      ? `${key}/ten`
      : key;
  if (mark !== heard) {
    if (heard && mark.endsWith('/ten')) beep(880, 0.15, 2);
    else if (heard && mark.endsWith('/over')) beep(523, 0.9);
    else if (heard && at.phase.kind !== 'move') {
      beep(at.phase.kind === 'work' ? 660 : 523, 0.5);
      if (at.phase.kind === 'change') speak('other side', 'en');
    }
    heard = mark;
  }
  if (count > 0 && heardCount !== `${key}/${count}`) {
    heardCount = `${key}/${count}`;
    speak(data.language === 'en' ? String(count) : (data.words[count - 1] ?? String(count)), data.language);
  }
}

// ---- what is pressed ----
const acts = {
  main() {
    const state = fold();
    audio ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
    audio?.resume?.();
    keepAwake();
    press(state.started === null ? 'start' : state.since === null ? 'resume' : 'pause');
  },
  next() {
    step('go', 1);
  },
  back() {
    step('go', -1);
  },
  skip() {
    step('skip', 1);
  },
  more() {
    press('more', { value: 30 });
  },
  side() {
    const at = standing(fold());
    const further = at.step.phases.slice(at.index + 1).findIndex(p => p.kind === 'work');
    if (further < 0) return;
    const skipped = at.step.phases.slice(at.index, at.index + 1 + further).reduce((s, p) => s + p.seconds, 0) - at.into;
    press('side', { value: Math.max(1, Math.round(skipped)) });
  },
  count() {
    const state = fold();
    if (state.current < 0) return;
    const at = standing(state);
    const key = `${at.step.id}/${at.index}`;
    counted = { key, n: counted.key === key ? counted.n + 1 : 1 };
    press('count', { step: at.step.id, value: counted.n });
  },
  note() {
    el('note-text').value = '';
    el('note-dialog').showModal();
  },
  sound() {
    soundOn = !soundOn;
    el('sound').setAttribute('aria-pressed', String(soundOn));
    text('sound', soundOn ? 'Sound on' : 'Sound off');
  },
  end() {
    press('end');
  },
  fit: askFit,
  leave() {
    leftAlone = fold().current;
    draw();
  },
};

function step(kind, by) {
  const state = fold();
  if (state.started === null) return;
  const to = following(state.current, by);
  if (to < 0) return;
  if (to >= steps.length)
    return kind === 'skip' ? (press('skip', { step: steps[state.current].id }), press('end')) : press('end');
  press(kind, { step: steps[to].id });
}

el('note-dialog').addEventListener('close', () => {
  const words = el('note-text').value.trim();
  if (el('note-dialog').returnValue === 'keep' && words) press('note', { text: words });
  el('note-dialog').returnValue = '';
});
document.addEventListener('click', e => {
  const act = e.target.closest?.('[data-do]')?.dataset.do;
  if (act) acts[act]();
});
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
  if (e.ctrlKey || e.metaKey || e.altKey || e.target.closest?.('textarea, dialog')) return;
  const act = keys[e.key];
  if (!act || (data.drives === false && !['count', 'note'].includes(act))) return;
  // a focused button takes its own press of the space bar
  if (e.key === ' ' && e.target.closest?.('button, a') && e.target.closest('[data-do]')?.dataset.do !== 'main') return;
  e.preventDefault();
  acts[act]();
});

async function keepAwake() {
  try {
    await navigator.wakeLock?.request('screen');
  } catch {
    /* the device decides */
  }
}
document.addEventListener('visibilitychange', () => {
  if (!document.hidden && fold().since !== null) keepAwake();
});
addEventListener('online', send);

draw();
send();
setInterval(draw, 200);
setInterval(send, 2500);
setInterval(follow, 2000);
listen(`?lesson=${location.pathname.split('/').pop()}&from=mat`, { run: follow });

// so that a reload works while the network is away, this page and what it is made of are held on the device
navigator.serviceWorker
  ?.register('/mat-worker.js', { scope: '/mat/' })
  .then(() => caches.open('loyal-ladder-mat'))
  .then(held =>
    held.addAll([
      location.pathname,
      ...performance
        .getEntriesByType('resource')
        .map(r => r.name)
        .filter(n => /\.(css|js|woff2|svg)$/.test(n)),
    ]),
  )
  .catch(() => {
    /* without it only a reload needs the network */
  });

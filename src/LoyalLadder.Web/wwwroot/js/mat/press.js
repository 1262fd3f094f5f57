// What was pressed, here or on another device: kept on this one until the school has it.
import { phrase } from '../phrase.js';
import { mostAhead } from './fold.js';

const mostAtOnce = 400;
const awayWords = phrase('Not saved yet: the network is away. The clock goes on; it is saved as soon as it can be.');

/**
 * @param {{ run: string, lesson: string, person: string, program: import('./fold.js').Program,
 *   events: import('./fold.js').RunEvent[] }} data
 * @param {{ now: () => number, heard: (serverNow: number, sent: number) => void }} clock
 * @param {string} token
 * @param {() => void} changed called when anything that is shown is different
 */
export function pressesOf(data, clock, token, changed) {
  const kept = `loyal-ladder-run-${data.run}-${data.person}`;
  const page = `/mat/${data.lesson}`;
  const events = new Map(data.events.map(e => [e.id, e]));
  const unsent = new Set();
  let program = data.program;
  let trouble = null;
  let sending = false;
  recall();

  function recall() {
    try {
      const local = JSON.parse(localStorage.getItem(kept) ?? '{}');
      for (const e of local.events ?? [])
        if (!events.has(e.id)) {
          events.set(e.id, e);
          if (e.kind !== 'fit') unsent.add(e.id);
        }
      // a page that the device held while the network was away may be older than the last fit
      if ((local.program?.fits ?? 0) > program.fits) program = local.program;
    } catch {
      /* storage is closed: the run still goes on in this page */
    }
  }

  function remember() {
    try {
      const all = { events: [...events.values()], program, unsent: unsent.size };
      localStorage.setItem(kept, JSON.stringify(all));
    } catch {
      /* as above */
    }
  }

  /** What is pressed later comes later, whatever the clock was set to between; one that ran ahead drags nothing far. */
  function stamp() {
    const now = clock.now();
    const latest = Math.max(0, ...[...events.values()].map(e => Date.parse(e.at)));
    return new Date(Math.max(now, Math.min(latest + 1, now + mostAhead))).toISOString();
  }

  function press(kind, more = {}) {
    const e = { id: newKey(), at: stamp(), kind, step: null, value: 0, text: null, ...more };
    events.set(e.id, e);
    unsent.add(e.id);
    remember();
    changed();
    send();
  }

  async function send() {
    if (sending || unsent.size === 0) return;
    sending = true;
    const batch = [...unsent].slice(0, mostAtOnce);
    try {
      const answer = await fetch(`${page}?handler=Events&run=${data.run}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'X-Form-Token': token },
        body: JSON.stringify(batch.map(id => events.get(id))),
        redirect: 'manual',
        signal: AbortSignal.timeout(8000),
      });
      if (answer.status === 410) return thrownAway();
      trouble = answer.status === 200 ? heed(await answer.json()) : words(answer);
    } catch {
      trouble = awayWords;
    }
    sending = false;
    changed();
  }

  /** Each is judged by itself: what is not kept goes, and is said. */
  function heed(judged) {
    for (const id of judged.kept) {
      unsent.delete(id);
      // the school has it, and the clock does not rest on it
      if (['note', 'count'].includes(events.get(id)?.kind)) events.delete(id);
    }
    for (const { id } of judged.refused) {
      unsent.delete(id);
      events.delete(id);
    }
    remember();
    return judged.refused.length > 0 ? phrase('Not saved: {0}', judged.refused[0].why) : null;
  }

  function words(answer) {
    if (answer.type === 'opaqueredirect' || answer.status === 401)
      return phrase('You are signed out: sign in on another tab, and it is saved from here.');
    return phrase('Not saved yet: the school cannot be reached. The clock goes on; it is saved as soon as it can be.');
  }

  /** Asks what others have pressed. */
  async function follow() {
    const sent = Date.now();
    try {
      const answer = await fetch(`${page}?handler=Events`, { redirect: 'manual', signal: AbortSignal.timeout(5000) });
      if (!answer.ok) return;
      const news = await answer.json();
      if (news.run !== data.run) return thrownAway();
      clock.heard(news.now, sent);
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

  /** The run was thrown away as started by mistake: what this device has of it goes, and the lesson stands as before. */
  function thrownAway() {
    forget();
    location.reload();
  }

  function forget() {
    unsent.clear();
    events.clear();
    try {
      localStorage.removeItem(kept);
    } catch {
      /* storage is closed: nothing is kept */
    }
  }

  async function heedFits() {
    const fits = [...events.values()].filter(e => e.kind === 'fit').map(e => e.value);
    if (Math.max(0, ...fits) <= program.fits) return;
    const answer = await fetch(`${page}?handler=Program`, { redirect: 'manual', signal: AbortSignal.timeout(5000) });
    if (answer.ok) takeProgram(await answer.json());
  }

  /** What is left may be fitted on any device: the steps behind the current one become others. */
  function takeProgram(fitted) {
    if (fitted.fits <= program.fits) return;
    program = fitted;
    remember();
    changed();
  }

  /** Asks for a fit of what is left, or takes it; null when the school cannot be reached. */
  async function fit(method, way = '') {
    try {
      const answer = await fetch(`${page}?handler=Fit&way=${way}`, {
        method,
        headers: method === 'POST' ? { 'X-Form-Token': token } : {},
        redirect: 'manual',
        signal: AbortSignal.timeout(8000),
      });
      return answer.ok ? await answer.json() : null;
    } catch {
      return null;
    }
  }

  return {
    press,
    forget,
    send,
    follow,
    offer: () => fit('GET'),
    async takeFit(way) {
      const fitted = await fit('POST', way);
      if (fitted) takeProgram(fitted);
      else {
        trouble = phrase('Not fitted: the network is away.');
        changed();
      }
    },
    program: () => program,
    events: () => events.values(),
    /** Everything that was pressed is with the school. */
    isSaved: () => unsent.size === 0,
    /** Why something is not saved yet; null while all is well. */
    trouble: () => trouble,
  };
}

/** A key; crypto.randomUUID is missing on plain http away from this machine. */
export function newKey() {
  if (crypto.randomUUID) return crypto.randomUUID();
  const b = crypto.getRandomValues(new Uint8Array(16));
  b[6] = (b[6] & 15) | 64;
  b[8] = (b[8] & 63) | 128;
  const h = [...b].map(x => x.toString(16).padStart(2, '0')).join('');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-${h.slice(12, 16)}-${h.slice(16, 20)}-${h.slice(20)}`;
}

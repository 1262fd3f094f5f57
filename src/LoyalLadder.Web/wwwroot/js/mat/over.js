// After the end: not over after all, or the log on the same screen, filled in from the run.
import { phrase } from '../phrase.js';
import { mayGoOn } from './fold.js';
import { el, spanMs, text } from './words.js';

/** @param {{ lesson: string, drives: boolean }} data */
export function overOf(data) {
  let asked = false;
  let times = 0;

  /** The log's own form, as the diary shows it; without network it waits there. */
  async function form() {
    asked = true;
    const time = ++times;
    try {
      const answer = await fetch(`/diary/${data.lesson}`, { redirect: 'manual', signal: AbortSignal.timeout(8000) });
      if (!answer.ok) throw new Error(String(answer.status));
      const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
      const log = /** @type {HTMLFormElement | null} */ (page.querySelector('main form[method=post]'));
      // an end that was taken back is asked for anew: only the last answer counts
      if (!log || time !== times) return;
      log.action = `/diary/${data.lesson}`;
      el('log').replaceChildren(document.adoptNode(log));
      text('log-waits', '');
    } catch {
      asked = false;
      text('log-waits', phrase('The network is away: the run is kept here, and the log waits in the diary.'));
    }
  }

  return {
    /** @param {{ program: any, state: any, now: number, isSaved: boolean }} shown */
    draw({ program, state, now, isSaved }) {
      el('over').hidden = state.ended === null;
      if (state.ended === null) {
        if (asked) times++;
        asked = false;
        return;
      }
      const done = state.lines.filter(l => !l.isSkipped && l.spent > 0).length;
      text(
        'over-words',
        phrase('{0} of {1} lines, {2}.', done, program.steps.length, spanMs(state.ended - state.started)),
      );
      const button = el('go-on');
      if (button) button.hidden = now - state.ended > mayGoOn;
      if (!asked && isSaved && data.drives) form();
    },
  };
}

document.addEventListener('click', e => {
  const all = /** @type {Element} */ (e.target).closest?.('#log [data-all]');
  if (!all) return;
  for (const input of /** @type {NodeListOf<HTMLInputElement>} */ (
    document.querySelectorAll(`#log .roll input[value="${all.getAttribute('data-all')}"]`)
  ))
    input.checked = true;
});

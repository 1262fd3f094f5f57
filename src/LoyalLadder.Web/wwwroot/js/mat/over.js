// After the end: not over after all, started by mistake, or on to the diary's log, which is filled in from the run.
import { phrase } from '../phrase.js';
import { mayBeMistake, mayGoOn } from './fold.js';
import { el, spanMs, text } from './words.js';

/** @param {{ drives: boolean }} data */
export function overOf(data) {
  return {
    /** @param {{ program: any, state: any, now: number, isSaved: boolean }} shown */
    draw({ program, state, now, isSaved }) {
      el('over').hidden = state.ended === null;
      if (state.ended === null) return;
      const done = state.lines.filter(l => !l.isSkipped && l.spent > 0).length;
      text(
        'over-words',
        phrase('{0} of {1} lines, {2}.', done, program.steps.length, spanMs(state.ended - state.started)),
      );
      const button = el('go-on');
      if (button) button.hidden = now - state.ended > mayGoOn;
      const discard = el('discard');
      if (discard) discard.hidden = !isSaved || state.ended - state.started > mayBeMistake;
      if (!data.drives) return;
      el('to-log').hidden = !isSaved;
      text(
        'log-waits',
        isSaved ? '' : phrase('The network is away: the run is kept here, and the log waits in the diary.'),
      );
    },
  };
}

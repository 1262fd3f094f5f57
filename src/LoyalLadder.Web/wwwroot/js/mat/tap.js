// Tapping the pace of the line that is up: kept for whoever drives, answered in words.
import { phrase } from '../phrase.js';
import { tapsOf } from '../tap.js';
import { el, text } from './words.js';

/**
 * @param {string} token
 * @param {(words: string) => void} did says what came of it
 */
export function tapOf(token, did) {
  const dialog = /** @type {HTMLDialogElement | null} */ (el('tap-dialog'));
  const button = el('tap-button');
  if (!dialog || !button) return { open() {} };
  const keep = /** @type {HTMLButtonElement} */ (el('tap-keep'));
  const first = el('tap-said').textContent;
  let [line, times] = ['', /** @type {number[] | null} */ (null)];
  const taps = tapsOf(button, (words, all) => {
    text('tap-said', words);
    times = all;
    keep.disabled = !all;
  });
  dialog.addEventListener('close', async () => {
    if (dialog.returnValue !== 'keep' || !times) return;
    dialog.returnValue = '';
    try {
      const answer = await fetch(`/school/pace?handler=Line&line=${line}`, {
        method: 'POST',
        headers: { 'X-Form-Token': token },
        body: new URLSearchParams({ beats: times.join(',') }),
        signal: AbortSignal.timeout(8000),
      });
      did(await answer.text());
    } catch {
      did(phrase('Not kept: the network is away.'));
    }
  });
  return {
    /** @param {{ id: string, title: string }} step */
    open(step) {
      taps.again();
      [line, times, keep.disabled] = [step.id, null, true];
      text('tap-line', step.title);
      text('tap-said', first);
      dialog.showModal();
      button.focus();
    },
  };
}

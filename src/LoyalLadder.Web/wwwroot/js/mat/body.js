// The body beside a line: it does each count as the class counts, and goes round where nobody counts. The device keeps whether it is shown.
import { moverOf } from '../figure/mover.js';

const kept = 'loyal-ladder-mat-body';

function recall() {
  try {
    return localStorage.getItem(kept) !== 'off';
  } catch {
    return true;
  }
}

/** @param {HTMLElement} box @param {HTMLInputElement | null} tick */
export function bodyOf(box, tick) {
  const mover = moverOf(box);
  let [address, counted, isOn] = ['', -1, recall()];
  if (tick) {
    tick.checked = isOn;
    tick.addEventListener('change', () => {
      isOn = tick.checked;
      try {
        localStorage.setItem(kept, isOn ? 'on' : 'off');
      } catch {
        /* storage is closed: it holds for this page */
      }
      address = '';
    });
  }

  /** Where the frames of a line come from; empty where no body shows it. */
  function addressOf(step, isRight) {
    const { notation, exercise, band } = step.beside;
    if (exercise) return `/figures/${exercise}?${new URLSearchParams({ band })}`;
    const [lead, naming] = [isRight ? 'right' : 'left', 'generic'];
    const asked = { c: notation, lead, band, naming, pace: 'brisk', with: 'solo' };
    return notation ? `/figures?${new URLSearchParams(asked)}` : '';
  }

  /** What is up now; it moves only while there is work. */
  async function draw(step, isRight, isWork, count) {
    const wanted = isOn && innerWidth > 736 ? addressOf(step, isRight) : '';
    if (wanted !== address) {
      address = wanted;
      counted = -1;
      box.hidden = true;
      if (!wanted) return mover.stop();
      mover.load(wanted);
      const has = await mover.ready();
      if (address === wanted) box.hidden = !has;
      if (has) mover.redraw();
    }
    if (box.hidden) return;
    if (!isWork) return mover.stop();
    if (step.beside.counts.length) {
      if (count !== counted && count >= 0) void mover.playCount(count + 1);
      counted = count;
    } else if (!mover.isPlaying()) void mover.playRound();
  }

  return { draw };
}

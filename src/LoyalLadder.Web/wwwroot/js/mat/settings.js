// What is set on this device alone: sound, voice, clicks, loudness, paper or ink.
import { el, text } from './words.js';

const kept = 'loyal-ladder-mat-look';

/** @param {ReturnType<typeof import('../sound.js').soundOf>} sound */
export function settingsOf(sound) {
  const ticks = { 'sound-on': 'isOn', 'voice-on': 'hasVoice', 'clicks-on': 'hasClicks' };
  const input = id => /** @type {HTMLInputElement | null} */ (el(id));
  for (const [id, name] of Object.entries(ticks)) {
    const tick = input(id);
    if (!tick) continue;
    tick.checked = sound.settings()[name];
    tick.addEventListener('change', () => sound.set({ [name]: tick.checked }));
  }
  const volume = input('volume');
  if (volume) {
    volume.value = String(Math.round(sound.settings().volume * 100));
    volume.addEventListener('input', () => sound.set({ volume: Number(volume.value) / 100 }));
  }
  let look = recall();
  put(look);
  el('look')?.addEventListener('click', () => {
    look = look === 'ink' ? 'paper' : 'ink';
    put(look);
    try {
      localStorage.setItem(kept, look);
    } catch {
      /* storage is closed: it holds for this page */
    }
  });
}

function recall() {
  try {
    return localStorage.getItem(kept) === 'ink' ? 'ink' : 'paper';
  } catch {
    return 'paper';
  }
}

function put(look) {
  document.documentElement.dataset.look = look;
  text('look', look === 'ink' ? 'Paper' : 'Dark');
}

/** A bar that stays as long as a touch is missing for sound. */
export function soundBar(sound) {
  const bar = el('sound-bar');
  if (bar) bar.hidden = !sound.isWaiting() || document.body.dataset.state === 'waiting';
}

/**
 * A press that counts only when it is held for a second, by finger, mouse or key.
 * @param {HTMLElement | null} button
 * @param {() => void} done
 */
export function held(button, done) {
  if (!button) return;
  let timer = 0;
  const begin = () => {
    if (timer) return;
    button.classList.add('is-held');
    timer = window.setTimeout(() => {
      end();
      done();
    }, 1000);
  };
  const end = () => {
    clearTimeout(timer);
    timer = 0;
    button.classList.remove('is-held');
  };
  button.addEventListener('pointerdown', begin);
  for (const off of ['pointerup', 'pointerleave', 'pointercancel', 'blur', 'keyup']) button.addEventListener(off, end);
  button.addEventListener('keydown', e => {
    if (e.key === ' ' || e.key === 'Enter') {
      e.preventDefault();
      begin();
    }
  });
  button.addEventListener('contextmenu', e => e.preventDefault());
}

// The pace page: taps go into the form that keeps them.
import { tapsOf } from './tap.js';

for (const form of /** @type {NodeListOf<HTMLFormElement>} */ (document.querySelectorAll('[data-tap]'))) {
  const find = name => /** @type {HTMLElement} */ (form.querySelector(`[data-${name}]`));
  const [sent, keep] = [
    /** @type {HTMLInputElement} */ (find('taps')),
    /** @type {HTMLButtonElement} */ (find('tap-keep')),
  ];
  tapsOf(find('tap-button'), (words, times) => {
    find('tap-said').textContent = words;
    sent.value = times ? times.join(',') : '';
    keep.disabled = !times;
  });
}

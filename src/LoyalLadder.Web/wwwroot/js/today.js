// Today follows what others plan, run and log: the list is read anew when something was saved.
import { follow } from './live.js';

let first = true;
let soon = 0;
follow('', {
  school: () => {
    // what the page was made from is as new as the stream's first word
    if (first) {
      first = false;
      return;
    }
    clearTimeout(soon);
    soon = window.setTimeout(() => {
      const held = document.activeElement?.closest('#today a')?.getAttribute('href');
      /** @type {any} */ (window).htmx
        .ajax('GET', location.pathname + location.search, {
          target: '#today',
          select: '#today',
          swap: 'outerHTML show:none',
        })
        .then(() => {
          if (held) /** @type {HTMLElement} */ (document.querySelector(`#today a[href="${held}"]`))?.focus();
        });
    }, 300);
  },
});

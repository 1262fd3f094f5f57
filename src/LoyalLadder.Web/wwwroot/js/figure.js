// Sets the figures of a page in motion that no other script drives.
import { moverOf } from './figure/mover.js';

for (const element of document.querySelectorAll('.mover[data-figure]:not([data-driven="yes"])'))
  if (element instanceof HTMLElement) moverOf(element);

// The keys of the Sheet room. Every key presses a button that is there for the mouse as well.
import { phrase } from './phrase.js';
import { follow } from './live.js';
import { isDragging } from './sheet/drag.js';
import './sheet/due.js';
import { pick, picked, showPicks, unpick } from './sheet/picks.js';
import { showTools } from './sheet/tools.js';
import { twicePressed } from './twice.js';

const live = () => /** @type {HTMLFormElement} */ (document.getElementById('live'));
const quick = () => /** @type {HTMLInputElement} */ (document.getElementById('quick-line'));
const field = selector => /** @type {HTMLTextAreaElement | null} */ (document.querySelector(selector));
const rows = () => /** @type {HTMLElement[]} */ ([...document.querySelectorAll('[data-line]')]);
const chosen = () => /** @type {HTMLElement | null} */ (document.querySelector('.line.is-chosen'));
const keysCard = () => /** @type {HTMLDialogElement} */ (document.getElementById('keys'));
const lineOf = id => document.getElementById(`line-${id}`);
const htmx = /** @type {any} */ (window).htmx;

/** The sheet's own address, whichever of its pages this is. */
const address = () => live().dataset.address;

/** What an event is about. @param {Event} e */
const at = e => /** @type {HTMLElement} */ (e.target);

function choose(row, focus = true) {
  chosen()?.classList.remove('is-chosen');
  if (!row) return;
  row.classList.add('is-chosen');
  showTools(row);
  showPicks();
  live().dataset.chosen = row.dataset.line;
  field('#live [name="chosen"]').value = row.dataset.line;
  const after = /** @type {HTMLInputElement | null} */ (document.getElementById('quick-after'));
  if (after) after.value = row.dataset.line;
  if (focus) row.focus({ preventScroll: true });
  row.scrollIntoView({ block: 'nearest' });
}

// After each change the live part is new: find the chosen line again, or the field that is being edited.
function settle(focus) {
  const edit = field('[data-edit-text], [data-comment-text]');
  const row = lineOf(live().dataset.chosen);
  const fit = document.getElementById('fit');
  if (fit) {
    const { top } = fit.getBoundingClientRect();
    if (top < 0 || top > innerHeight - 200) fit.scrollIntoView({ block: 'start' });
    fit.focus({ preventScroll: true });
    return;
  }
  if (edit) {
    edit.focus();
    edit.setSelectionRange(edit.value.length, edit.value.length);
    // with its buttons, and both texts of a clash, clear of the quick line
    edit.parentElement.scrollIntoView({ block: 'nearest' });
    return;
  }
  if (row) choose(row, focus);
}

// keys pressed while a change is under way wait for it, so that none is lost and each finds its line
let busy = false;
const waiting = [];
function next() {
  busy = false;
  while (!busy && waiting.length > 0) keys[waiting.shift()]();
}

// What others save meanwhile: shown at once, unless something open here would be lost by it.
let news = null;
let asked = null;
let fromOthers = false;
let focusIn = false;
let here = null;
const placeHere = () => {
  const box = document.getElementById('here');
  if (box && here !== null) box.textContent = here.length > 0 ? phrase('also here: {0}', here.join(', ')) : '';
};
const words = () =>
  new Map(
    rows().map(r => [
      r.dataset.line,
      [...r.querySelectorAll('.what, .dose, .tag-word, .remark, .comments')].map(e => e.textContent.trim()).join('|'),
    ]),
  );
let before = new Map();
function tell(text) {
  const box = document.getElementById('news');
  box.hidden = !text;
  box.textContent = text;
}
function heed() {
  if (!news || busy || isDragging()) return;
  if (news.mark === live().dataset.mark) {
    news = null;
    tell('');
    return;
  }
  if (document.querySelector('[data-edit-text], [data-comment-text], #fit, #live details[open]')) {
    tell(
      phrase(
        '{0} has changed this sheet. It is shown as soon as you have saved or left what is open here.',
        news.by || phrase('Somebody'),
      ),
    );
    return;
  }
  fromOthers = true;
  asked = news;
  before = words();
  tell('');
  const zoom = field('#live [name="zoom"]').value;
  htmx.ajax('GET', `${address()}?handler=Live&chosen=${live().dataset.chosen}&zoom=${zoom}`, {
    target: '#live',
    swap: 'outerHTML show:none',
  });
}
function showChanged() {
  const now = words();
  const changed = [...now.keys()].filter(line => before.get(line) !== now.get(line));
  for (const line of changed) lineOf(line).classList.add('is-news');
  if (changed.length > 0 || now.size !== before.size)
    tell(phrase('{0} changed this sheet just now.', asked.by || phrase('Somebody')));
  // what is shown now is at least as new as what was told
  if (news === asked) news = null;
}
follow(`?lesson=${address().split('/').pop()}`, {
  mark: told => {
    news = told;
    heed();
  },
  here: told => {
    here = told.here;
    placeHere();
  },
});

let typing = false;
let skyAt = 0;
document.addEventListener('htmx:beforeRequest', e => {
  skyAt = document.getElementById('sky')?.scrollLeft ?? 0;
  typing = document.activeElement === quick();
  focusIn = live().contains(document.activeElement);
  busy ||= /** @type {CustomEvent} */ (e).detail.target?.id === 'live';
});
for (const failure of ['htmx:sendError', 'htmx:timeout', 'htmx:swapError'])
  document.addEventListener(failure, () => {
    fromOthers = false;
    next();
  });
// behind settling, which sets the classes of what came anew
document.addEventListener('htmx:afterSettle', e => {
  if (at(e).id !== 'live') return;
  document.getElementById('sky').scrollLeft = skyAt;
  placeHere();
  showPicks();
  showHeadings();
  settle(fromOthers ? focusIn : !typing);
  queueMicrotask(next);
  queueMicrotask(heed);
  if (fromOthers) {
    fromOthers = false;
    showChanged();
    return;
  }
  tell('');
  if (!typing) return;
  if (!document.querySelector('#live .said.stop')) {
    quick().value = '';
    document.getElementById('matches').replaceChildren();
    freshKey();
  }
  quick().focus();
});

/** The headings that a line can be added under, as they are now. */
function showHeadings() {
  const under = /** @type {HTMLSelectElement | null} */ (document.getElementById('quick-under'));
  if (!under) return;
  const headings = /** @type {HTMLElement[]} */ ([...document.querySelectorAll('[data-segment]')]);
  under.replaceChildren(under.options[0], ...headings.map(h => new Option(h.dataset.segment, h.dataset.line)));
  under.value = '';
  under.options[0].text = phrase('where it belongs');
}
document.addEventListener('htmx:afterSwap', e => {
  if (at(e).id !== 'matches') return;
  const under = /** @type {HTMLSelectElement | null} */ (document.getElementById('quick-under'));
  const to = /** @type {HTMLElement | null} */ (at(e).querySelector('[data-adds-to]'))?.dataset.addsTo;
  if (under) under.options[0].text = to || phrase('where it belongs');
});

/** The next line that is added is another one: sent with the same key it would be taken for the same. */
function freshKey() {
  const key = field('[data-key-of-form]');
  const fresh = field('#live [name="Key"]');
  if (key && fresh) key.value = fresh.value;
}

const click = selector => /** @type {HTMLElement | null} */ (document.querySelector(selector))?.click();
const press = selector => /** @type {HTMLElement | null} */ (chosen()?.querySelector(selector))?.click();
const move = by => {
  const all = rows();
  const here = all.indexOf(chosen());
  const first = by > 0 ? 0 : all.length - 1;
  choose(all[here < 0 ? first : Math.max(0, Math.min(all.length - 1, here + by))]);
};

const twice = twicePressed(tell);
const takesOut = () =>
  picked().length > 1
    ? phrase('Press x once more to take out {0} lines', picked().length)
    : phrase('Press x once more to take this line out');

/** One line, or all that are picked. */
const forPicked = key => (picked().length > 0 ? click(`[data-all-picked="${key}"]`) : press(`[data-key="${key}"]`));

/** The arrows go along a line's words and its tools. */
function along(by) {
  const row = chosen();
  if (!row) return;
  const stops = /** @type {HTMLElement[]} */ ([...row.querySelectorAll('[data-edit], .tools .tool')]);
  const at = stops.findIndex(s => s.contains(document.activeElement));
  const next = stops[Math.max(0, Math.min(stops.length - 1, at + by))];
  (next?.querySelector('input') ?? next)?.focus();
}

const keys = {
  '/': () => quick()?.focus(),
  j: () => move(1),
  k: () => move(-1),
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  '[': () => press('[data-key="["]'),
  ']': () => press('[data-key="]"]'),
  J: () => forPicked('J'),
  K: () => forPicked('K'),
  p: () => press('[data-key="p"]'),
  n: () => press('[data-key="n"]'),
  x: () => twice('x', takesOut()) && forPicked('x'),
  v: () => pick(chosen()),
  m: () => press('[data-key="m"]'),
  Enter: () => {
    if (document.querySelector('[data-accept-fit]')) click('[data-accept-fit]');
    else press('[data-edit]');
  },
  e: () => press('[data-edit]'),
  u: () => click('[data-undo]'),
  U: () => click('[data-redo]'),
  1: () => click('[data-way="1"]'),
  2: () => click('[data-way="2"]'),
  3: () => click('[data-way="3"]'),
  c: () => {
    const checks = document.getElementById('checks');
    checks?.scrollIntoView({ block: 'center' });
    checks?.focus();
  },
  z: () => {
    const all = /** @type {HTMLElement[]} */ ([...document.querySelectorAll('[data-zoom]')]);
    all[(all.findIndex(a => a.ariaCurrent === 'true') + 1) % all.length]?.click();
  },
  r: () => twice('r', phrase('Press r once more to go to the mat')) && click('[data-key-run]'),
  f: () => click('[data-key-fit]'),
  Escape: () => (picked().length > 0 ? unpick() : click('[data-close-fit]')),
  ArrowRight: () => along(1),
  ArrowLeft: () => along(-1),
  '?': () => keysCard().showModal(),
};

const takeBack = e => (e.ctrlKey || e.metaKey) && { z: e.shiftKey ? 'U' : 'u', y: 'U' }[e.key.toLowerCase()];

document.addEventListener('keydown', e => {
  // in a field Ctrl+Z is the browser's own
  const back = !at(e).closest('input:not([type="checkbox"]), textarea, select') && takeBack(e);
  if (back) {
    e.preventDefault();
    return busy ? waiting.push(back) : keys[back]();
  }
  if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return;
  if (at(e).matches('[data-edit-text], [data-comment-text]')) return editKeys(e);
  if (e.target === quick()) return quickKeys(e);
  if (at(e).closest('.matches')) return matchKeys(e);
  if (at(e).closest('input:not([name="fit"], [data-pick]), textarea, select, dialog, summary')) return;
  if (e.key === 'Enter' && at(e).closest('button, a')) return;
  if (!(e.key in keys)) return;
  e.preventDefault();
  if (busy) waiting.push(e.key);
  else keys[e.key]();
});

function editKeys(e) {
  if (e.key === 'Enter' && !e.shiftKey) {
    e.preventDefault();
    click('[data-save]');
  }
  if (e.key === 'Escape') click('[data-cancel]');
}

const matchOptions = () => /** @type {HTMLElement[]} */ ([...document.querySelectorAll('.matches .option')]);

function quickKeys(e) {
  if (e.key === 'Escape') {
    document.getElementById('matches').replaceChildren();
    quick().blur();
    chosen()?.focus();
  }
  if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
    const options = matchOptions();
    if (options.length === 0) return;
    e.preventDefault();
    options[e.key === 'ArrowDown' ? 0 : options.length - 1].focus();
  }
}

function matchKeys(e) {
  const options = matchOptions();
  const here = options.indexOf(at(e));
  if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
    e.preventDefault();
    (options[here + (e.key === 'ArrowDown' ? 1 : -1)] ?? quick()).focus();
  }
  if (e.key === 'Escape') quick().focus();
}

/** Opens a line for editing or for a comment. @param {HTMLAnchorElement} link */
const open = link =>
  htmx.ajax('GET', link.getAttribute('href'), {
    source: link,
    target: '#live',
    select: '#live',
    swap: 'outerHTML show:none',
  });

document.addEventListener('click', e => {
  const fill = /** @type {HTMLElement | null} */ (at(e).closest('[data-fill]'));
  if (fill) {
    quick().value = fill.dataset.fill;
    quick().focus();
    quick().dispatchEvent(new Event('input', { bubbles: true }));
    return;
  }
  const opened = /** @type {HTMLAnchorElement | null} */ (at(e).closest('#lines [data-edit], #lines [data-key="m"]'));
  if (opened && !e.defaultPrevented && !e.ctrlKey && !e.metaKey && !e.shiftKey) {
    e.preventDefault();
    return open(opened);
  }
  if (at(e).closest('[data-keys]')) return keysCard().showModal();
  if (at(e).closest('[data-unpick]')) return unpick();
  const opens = /** @type {HTMLElement | null} */ (at(e).closest('[data-open]'))?.dataset.open;
  if (opens) /** @type {HTMLDetailsElement} */ (document.getElementById(opens)).open = true;
  const to = /** @type {HTMLElement | null} */ (at(e).closest('[data-to-line]'));
  if (to) {
    e.preventDefault();
    choose(lineOf(to.dataset.toLine));
    return;
  }
  const row = at(e).closest('[data-line]');
  if (row && !at(e).closest('a, button, textarea, input, label')) choose(row);
});

// with the Tab key a line is reached as a whole; a mouse chooses it when it lets go, so that nothing moves below it meanwhile
document.addEventListener('focusin', e => {
  const row = at(e).closest('[data-line]');
  if (row && !row.classList.contains('is-chosen') && at(e).matches(':focus-visible')) choose(row, false);
});

// every button of the live part is a plain form button; with scripts its answer replaces the live part
document.addEventListener('submit', e => {
  const to = e.submitter?.getAttribute('formaction');
  if (at(e) !== live() || !to) return;
  e.preventDefault();
  htmx.ajax('POST', to, { source: live(), target: '#live', swap: 'outerHTML show:none' });
});

// a whole sheet pasted into the quick line keeps its lines
document.addEventListener('paste', e => {
  const words = e.clipboardData?.getData('text') ?? '';
  if (e.target !== quick() || !words.includes('\n')) return;
  e.preventDefault();
  htmx.ajax('POST', quick().form.getAttribute('hx-post'), {
    source: quick().form,
    target: '#live',
    swap: 'outerHTML',
    values: { text: words },
  });
});

// as soon as the large ladder has gone by, it stands small in the head
const heedScroll = () =>
  document.documentElement.classList.toggle(
    'is-scrolled',
    document.getElementById('sky').getBoundingClientRect().bottom <
      document.querySelector('.desk-head').getBoundingClientRect().bottom,
  );
addEventListener('scroll', heedScroll, { passive: true });

settle(false);

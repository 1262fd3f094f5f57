// Before the start, and at any time from More: the whole lesson, kit to bring, who is there, who needs care behind a touch.
import { phrase } from '../phrase.js';
import { el, made, span, text } from './words.js';

const marks = ['away', 'there', 'late'];
const markWords = [phrase('away'), phrase('there'), phrase('late')];

/**
 * @param {{ students: { id: string, name: string }[], today: string, date: string, day: string }} data
 * @param {{ press: (kind: string, more: object) => void, newKey: () => string }} presses
 */
export function beforeOf(data, presses) {
  let [drawn, called] = ['', ''];

  function lesson(program) {
    if (drawn === String(program.fits)) return;
    drawn = String(program.fits);
    let segment = '';
    const list = [];
    for (const step of program.steps) {
      if (step.segment !== segment) list.push(made('li', 'part', (segment = step.segment)));
      const words = made('span', '', made('b', '', step.title), made('span', 'dim', ` ${step.dose}`));
      const line = made('li', 'line', words);
      line.append(made('span', 'figure', step.isOpen ? '' : span(step.seconds)));
      list.push(line);
    }
    el('plan').replaceChildren(...list);
  }

  /** Everybody as a button that goes from away to there to late. */
  function roll(entries) {
    const people = [
      ...data.students.map(s => ({ who: s.id, name: s.name, mark: entries.get(s.id)?.mark ?? 0, guest: null })),
      ...[...entries]
        .filter(([, e]) => e.guest)
        .map(([who, e]) => ({ who, name: e.guest, mark: e.mark, guest: e.guest })),
    ];
    const key = JSON.stringify(people);
    if (called === key) return;
    called = key;
    text('there', phrase('{0} there of {1}', people.filter(p => p.mark > 0).length, data.students.length));
    const focused = /** @type {HTMLElement} */ (document.activeElement)?.dataset?.who;
    el('roll').replaceChildren(...people.map(personButton));
    if (focused) /** @type {HTMLElement} */ (el('roll').querySelector(`[data-who="${focused}"]`))?.focus();
  }

  function personButton({ who, name, mark, guest }) {
    const button = made(
      'button',
      `person is-${marks[mark]}`,
      made('b', '', name),
      made('span', '', guest ? phrase('guest, {0}', markWords[mark]) : markWords[mark]),
    );
    button.dataset.who = who;
    button.setAttribute('type', 'button');
    button.addEventListener('click', () => presses.press('roll', { step: who, value: (mark + 1) % 3, text: guest }));
    return button;
  }

  el('guest-form')?.addEventListener('submit', e => {
    e.preventDefault();
    const field = /** @type {HTMLInputElement} */ (el('guest'));
    const name = field.value.trim();
    if (name) presses.press('roll', { step: presses.newKey(), value: 1, text: name.slice(0, 40) });
    field.value = '';
  });
  el('all-there')?.addEventListener('click', () => {
    for (const student of data.students) presses.press('roll', { step: student.id, value: 1 });
  });
  el('care')?.addEventListener('click', async () => {
    const list = el('care-list');
    if (!list.hidden) {
      list.hidden = true;
      return;
    }
    list.replaceChildren(...(await careLines()));
    list.hidden = false;
  });

  return { lesson, roll };
}

/** Asked for when somebody touches it, and kept nowhere: others see the screen. */
async function careLines() {
  try {
    const answer = await fetch(`${location.pathname}?handler=Care`, {
      redirect: 'manual',
      signal: AbortSignal.timeout(5000),
    });
    const notes = answer.ok ? await answer.json() : null;
    if (!notes) return [made('li', '', phrase('Nobody can be asked just now.'))];
    return notes.length
      ? notes.map(n =>
          made('li', '', made('b', '', n.name), ` ${n.words}`, made('ul', '', ...n.lines.map(l => made('li', '', l)))),
        )
      : [made('li', '', phrase('Nothing is noted.'))];
  } catch {
    return [made('li', '', phrase('The school cannot be reached.'))];
  }
}

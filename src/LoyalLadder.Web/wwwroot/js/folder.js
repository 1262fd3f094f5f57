// The pile of old sheets: read one by one, each looked over and kept before the next is read.
import { phrase } from './phrase.js';
const byId = id => document.getElementById(id);
const token = /** @type {HTMLInputElement} */ (document.querySelector('#token input')).value;
const files = /** @type {HTMLInputElement} */ (byId('files'));

/** @type {{ file: File, state: string }[]} */
const pile = [];
let at = -1;

const stateWords = { waiting: phrase('waiting'), kept: phrase('kept'), 'left out': phrase('left out') };

function draw() {
  byId('queue-box').hidden = pile.length === 0;
  const done = pile.filter(p => p.state === 'kept' || p.state === 'left out').length;
  byId('queue-count').textContent = phrase('{0} of {1}', done, pile.length);
  Object.assign(byId('queue-bar'), { max: Math.max(1, pile.length), value: done });
  byId('queue').replaceChildren(
    ...pile.map((item, i) => {
      const li = document.createElement('li');
      const name = document.createElement(i === at ? 'strong' : 'span');
      name.textContent = item.file.name;
      const state = document.createElement('span');
      state.className = 'tag-word';
      state.textContent = i === at ? phrase('on the table') : stateWords[item.state];
      li.append(name, ' ', state);
      return li;
    }),
  );
}

async function post(handler, body) {
  const answer = await fetch(`/sheets/folder?handler=${handler}`, {
    method: 'POST',
    headers: { 'X-Form-Token': token },
    body,
    redirect: 'manual',
  });
  if (!answer.ok && answer.status !== 422) throw new Error(String(answer.status));
  return answer;
}

function say(words) {
  const p = Object.assign(document.createElement('p'), { className: 'said', textContent: words });
  p.setAttribute('role', 'status');
  byId('current').replaceChildren(p);
}

async function next() {
  at = pile.findIndex(p => p.state === 'waiting');
  draw();
  if (at < 0) {
    const kept = pile.filter(p => p.state === 'kept').length;
    say(phrase('Done: {0} of {1} kept. They stand under Kept sheets, by week.', kept, pile.length));
    return;
  }
  const body = new FormData();
  body.append('file', pile[at].file);
  try {
    byId('current').innerHTML = await (await post('Read', body)).text();
    byId('current').querySelector('input:not([type="hidden"])')?.['focus']();
  } catch {
    say(phrase('The school cannot be reached just now. Choose the files once more; what was kept stays kept.'));
  }
}

function settle(state) {
  pile[at].state = state;
  next();
}

files.addEventListener('change', () => {
  for (const file of files.files) pile.push({ file, state: 'waiting' });
  files.value = '';
  if (at < 0) next();
  else draw();
});
document.addEventListener('click', e => {
  if (/** @type {Element} */ (e.target).closest('[data-leave]')) settle('left out');
});
document.addEventListener('submit', async e => {
  const form = /** @type {HTMLFormElement} */ (e.target);
  if (!form.matches('[data-keep]')) return;
  e.preventDefault();
  try {
    const answer = await post('Keep', new FormData(form));
    if (answer.ok) settle('kept');
    else byId('current').innerHTML = await answer.text();
  } catch {
    say(phrase('Not kept: the school cannot be reached just now. Choose the files once more.'));
    pile.splice(at);
    at = -1;
    draw();
  }
});

export {};

// Passkeys: adds one on the own account's page, and signs in with one. Buttons show themselves where the browser can do it.
import { phrase } from './phrase.js';
const said = document.getElementById('passkey-said');
const token = /** @type {HTMLInputElement | null} */ (document.querySelector('input[name=__RequestVerificationToken]'));
const kind = /** @type {any} */ (globalThis.PublicKeyCredential);

/** @param {string} what @param {unknown} [body] */
const post = (what, body) =>
  fetch(`/passkeys/${what}`, {
    method: 'POST',
    headers: { 'X-Form-Token': token?.value ?? '', 'Content-Type': 'application/json' },
    body: JSON.stringify(body ?? {}),
  });

/** @param {string} words */
function say(words) {
  if (said) said.textContent = words;
}

async function add() {
  const offer = await post('offer');
  if (!offer.ok) return say(phrase('Load the page anew and try once more.'));
  const publicKey = kind.parseCreationOptionsFromJSON(await offer.json());
  const made = /** @type {any} */ (await navigator.credentials.create({ publicKey }));
  const kept = await post('add', made.toJSON());
  if (kept.ok) location.assign('/me');
  else say(phrase('This device made no passkey that can be kept.'));
}

/** @param {string} next */
async function enter(next) {
  const asked = await post('ask');
  if (!asked.ok)
    return say(
      asked.status === 429 ? phrase('Too many tries; wait a minute.') : phrase('Load the page anew and try once more.'),
    );
  const publicKey = kind.parseRequestOptionsFromJSON(await asked.json());
  const shown = /** @type {any} */ (await navigator.credentials.get({ publicKey }));
  const opened = await post('enter', shown.toJSON());
  if (opened.ok) location.assign(next.startsWith('/') && !next.startsWith('//') ? next : '/');
  else say(phrase('This passkey opens nothing here. Sign in with your password.'));
}

for (const button of /** @type {NodeListOf<HTMLButtonElement>} */ (document.querySelectorAll('[data-passkey]'))) {
  button.hidden = !kind?.parseCreationOptionsFromJSON;
  button.addEventListener('click', () => {
    say('');
    const act = button.dataset.passkey === 'add' ? add() : enter(button.dataset.next || '/');
    act.catch(() => say(phrase('Nothing was done: the device did not agree, or was not asked long enough.')));
  });
}

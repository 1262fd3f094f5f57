// Signed out while a page is open: the sign-in comes over it, whatever was typed stays, and what could not be sent is sent then.
const box = () => /** @type {HTMLDialogElement | null} */ (document.getElementById('sign-in-again'));
const htmx = /** @type {any} */ (window).htmx;

/** What waits to be sent, once each: an ask for the same place takes the place of an earlier one. */
const waiting = new Map();

document.addEventListener('htmx:responseError', e => {
  const { xhr, requestConfig, target, elt } = /** @type {CustomEvent} */ (e).detail;
  if (xhr.status !== 401 || !box()) return;
  // what is only looked up while somebody types waits for what they send: the keys must not be taken from under their hands
  if (requestConfig.verb === 'get' && elt.matches('input, textarea')) return;
  waiting.set(`${requestConfig.verb} ${requestConfig.path}`, { requestConfig, target, elt });
  if (!box().open) ask();
});

async function ask() {
  const dialog = box();
  dialog.replaceChildren();
  dialog.showModal();
  show(await fetch('/sign-in'));
}

/** Shows the form of an answer of the sign-in, whichever step it asks for. @param {Response} answer */
async function show(answer) {
  const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
  const form = page.querySelector('main form[method=post], form[method=post]');
  if (!form) return;
  const why = Object.assign(document.createElement('p'), { textContent: box().dataset.why });
  for (const other of form.querySelectorAll('[data-passkey]')) other.remove();
  box().replaceChildren(why, document.adoptNode(form));
  /** @type {HTMLElement | null} */ (box().querySelector('[autofocus], input:not([type=hidden])'))?.focus();
}

document.addEventListener('submit', async e => {
  const form = /** @type {HTMLFormElement} */ (e.target);
  if (!box()?.contains(form)) return;
  e.preventDefault();
  const answer = await fetch(form.getAttribute('action') || '/sign-in', {
    method: 'POST',
    body: new URLSearchParams(/** @type {any} */ (new FormData(form))),
    redirect: 'manual',
  });
  // it leads on: whoever it is has come in
  if (answer.type === 'opaqueredirect') return sendAgain();
  show(answer);
});

function sendAgain() {
  box().close();
  const all = [...waiting.values()];
  waiting.clear();
  for (const { requestConfig, target, elt } of all)
    htmx.ajax(requestConfig.verb.toUpperCase(), requestConfig.path, {
      source: elt.isConnected ? elt : undefined,
      target,
      values: Object.fromEntries(requestConfig.formData ?? []),
    });
}

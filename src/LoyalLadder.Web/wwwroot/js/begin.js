// Another class or day has other sheets to begin with; a file that is chosen is looked at before it is begun.
const form = /** @type {HTMLFormElement} */ (document.getElementById('begin'));
const field = name => /** @type {HTMLInputElement} */ (form.elements.namedItem(name));

for (const name of ['ClassId', 'Date'])
  field(name).addEventListener('change', async () => {
    const asked = `ClassId=${field('ClassId').value}&Date=${field('Date').value}`;
    const answer = await fetch(`/sheets/new?handler=Sources&${asked}`);
    const box = document.getElementById('sources');
    if (answer.ok && box) box.innerHTML = await answer.text();
  });
field('file').addEventListener('change', () => {
  if (field('file').value) /** @type {HTMLButtonElement} */ (form.querySelector('[name="look"]')).click();
});

export {};

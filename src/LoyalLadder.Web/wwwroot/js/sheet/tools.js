// The tools of the line at hand. The page holds them once; they are put into whichever line is chosen.
const template = () => /** @type {HTMLTemplateElement | null} */ (document.getElementById('line-tools'));

/** Fits the tools to a line: its own address, and only what can be done to it. */
function fitTo(tools, row) {
  const does = (row.dataset.does ?? '').split(' ');
  for (const tool of tools.querySelectorAll('[data-when]')) if (!does.includes(tool.dataset.when)) tool.remove();
  for (const button of tools.querySelectorAll('[formaction]'))
    button.setAttribute(
      'formaction',
      `${button.getAttribute('formaction')}&line=${row.dataset.line}&version=${row.dataset.version}`,
    );
  for (const link of tools.querySelectorAll('a'))
    link.setAttribute('href', link.getAttribute('href') + row.dataset.line);
  // they are one stop of the Tab key: the arrows go along them
  for (const tool of tools.querySelectorAll('.tool, input')) tool.setAttribute('tabindex', '-1');
}

/** Puts the tools into a line; a line that is being edited has buttons of its own. @param {HTMLElement} row */
export function showTools(row) {
  if (!template() || row.querySelector('.tools, .edit-form')) return;
  for (const other of document.querySelectorAll('#lines .tools')) other.remove();
  const tools = /** @type {HTMLElement} */ (template().content.firstElementChild.cloneNode(true));
  fitTo(tools, row);
  (row.querySelector('.versions') ?? row.firstElementChild).after(tools);
}

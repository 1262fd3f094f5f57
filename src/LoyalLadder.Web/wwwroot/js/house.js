// What every room shares: 'g' and a letter goes to a room; a button may tick all boxes of a name.
const rooms = { t: '/', s: '/sheets', b: '/bench', m: '/material', d: '/diary', h: '/school' };
let going = false;
document.addEventListener('keydown', e => {
  if (e.ctrlKey || e.metaKey || e.altKey || e.target.closest('input, textarea, select, dialog')) return;
  if (going && rooms[e.key]) {
    location.href = rooms[e.key];
    e.preventDefault();
    e.stopImmediatePropagation();
  }
  going = e.key === 'g';
});

document.documentElement.classList.add('has-script');
document.addEventListener('click', e => {
  const name = e.target.closest?.('[data-all]')?.dataset.all;
  if (name) for (const box of document.querySelectorAll(`input[name="${name}"]`)) box.checked = true;
});

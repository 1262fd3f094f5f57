// Without network a room says what still works instead of the browser's own page. Nothing of the school is kept by this one.
const shell = /** @type {any} */ (self);
const shellStore = 'loyal-ladder-shell-2';
const shellParts = [
  '/offline',
  '/css/tokens.css',
  '/css/house.css',
  '/css/forms.css',
  '/mark.svg',
  '/lib/text-400.woff2',
  '/lib/display-700.woff2',
];

shell.addEventListener('install', e => {
  shell.skipWaiting();
  e.waitUntil(caches.open(shellStore).then(cache => cache.addAll(shellParts)));
});
shell.addEventListener('activate', e => {
  const isOld = name => name.startsWith('loyal-ladder-shell') && name !== shellStore;
  e.waitUntil(
    caches
      .keys()
      .then(names => Promise.all(names.filter(isOld).map(n => caches.delete(n))))
      .then(() => shell.clients.claim()),
  );
});
shell.addEventListener('fetch', e => {
  const { pathname } = new URL(e.request.url);
  if (e.request.mode === 'navigate') {
    e.respondWith(fetch(e.request).catch(() => caches.match('/offline')));
    return;
  }
  // only where the network is away, and only what the page without network is made of
  if (e.request.method === 'GET' && shellParts.includes(pathname))
    e.respondWith(fetch(e.request).catch(() => caches.match(pathname)));
});

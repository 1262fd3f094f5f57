// Without network a room says what still works instead of the browser's own page. Nothing of the school is kept by this one.
const worker = /** @type {any} */ (self);
const store = 'loyal-ladder-shell-1';
const parts = [
  '/offline.html',
  '/css/tokens.css',
  '/css/house.css',
  '/css/forms.css',
  '/mark.svg',
  '/lib/text-400.woff2',
  '/lib/display-700.woff2',
];

worker.addEventListener('install', e => {
  worker.skipWaiting();
  e.waitUntil(caches.open(store).then(cache => cache.addAll(parts)));
});
worker.addEventListener('activate', e => {
  const isOld = name => name.startsWith('loyal-ladder-shell') && name !== store;
  e.waitUntil(
    caches
      .keys()
      .then(names => Promise.all(names.filter(isOld).map(n => caches.delete(n))))
      .then(() => worker.clients.claim()),
  );
});
worker.addEventListener('fetch', e => {
  const { pathname } = new URL(e.request.url);
  if (e.request.mode === 'navigate') {
    e.respondWith(fetch(e.request).catch(() => caches.match('/offline.html')));
    return;
  }
  // only where the network is away, and only what the page without network is made of
  if (e.request.method === 'GET' && parts.includes(pathname))
    e.respondWith(fetch(e.request).catch(() => caches.match(pathname)));
});

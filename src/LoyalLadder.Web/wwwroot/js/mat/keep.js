// Keeps what the mat needs on the device: the screen awake, and the page for a reload while the network is away.
export async function keepAwake() {
  try {
    await navigator.wakeLock?.request('screen');
  } catch {
    /* the device decides */
  }
}

/** Pages are kept for one person: whoever comes next on this device finds none of them. */
export async function keepPage(person) {
  try {
    await navigator.serviceWorker?.register(`/mat-worker.js?person=${person}`, { scope: '/mat/' });
    const held = await caches.open(`loyal-ladder-mat-${person}`);
    const parts = performance
      .getEntriesByType('resource')
      .map(r => r.name)
      .filter(n => /\.(css|js|woff2|svg)(\?|$)/.test(n));
    await held.addAll([location.pathname, ...parts]);
  } catch {
    /* without it only a reload needs the network */
  }
}

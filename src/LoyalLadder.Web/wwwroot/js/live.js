// Follows what others save while a page is open: one stream, held only while the page is looked at, since a browser has few.

/**
 * @param {string} query which stream
 * @param {Record<string, (told: any) => void>} on what to do about each kind of news
 * @returns {{ isOpen: () => boolean }} whether news comes in by itself just now
 */
export function follow(query, on) {
  /** @type {EventSource | null} */
  let source = null;
  let again = 0;
  const close = () => {
    clearTimeout(again);
    source?.close();
    source = null;
  };
  const open = () => {
    if (source || document.hidden) return;
    source = new EventSource(`/live${query}`);
    for (const [name, act] of Object.entries(on))
      source.addEventListener(name, e => act(JSON.parse(/** @type {MessageEvent} */ (e).data)));
    // the browser tries again by itself unless it was refused
    source.addEventListener('error', () => {
      if (source?.readyState === EventSource.CLOSED) {
        close();
        again = window.setTimeout(open, 4000);
      }
    });
  };
  document.addEventListener('visibilitychange', () => (document.hidden ? close() : open()));
  addEventListener('pagehide', close);
  addEventListener('pageshow', open);
  open();
  return { isOpen: () => source?.readyState === EventSource.OPEN };
}

// Follows what others save while a page is open: one stream, held only while the page is looked at, since a browser has few.
export function follow(query, on) {
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
    for (const [name, act] of Object.entries(on)) source.addEventListener(name, e => act(JSON.parse(e.data)));
    // the browser tries again by itself unless it was refused
    source.addEventListener('error', () => {
      if (source?.readyState === EventSource.CLOSED) {
        close();
        again = setTimeout(open, 4000);
      }
    });
  };
  document.addEventListener('visibilitychange', () => (document.hidden ? close() : open()));
  addEventListener('pagehide', close);
  addEventListener('pageshow', open);
  open();
}

/** So long after a page is there its first screen is drawn, on a slow machine too. */
const AFTER_MS = 3000;

/**
 * Lets the browser keep the program, so that it opens without the server. Browsers do so only for pages that came over HTTPS or from
 * this machine; everywhere else the page works on as long as it is open.
 */
export function keepProgram(): void {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return;
  const keep = () => void navigator.serviceWorker.register('/sw.js', { type: 'module' }).catch(() => undefined);
  // after the first screen: keeping fetches all of the program, and is no part of opening
  const later = () => setTimeout(keep, AFTER_MS);
  // the program is read beside the page: it may be there only when the page has long been loaded
  if (document.readyState === 'complete') later();
  else window.addEventListener('load', later);
}

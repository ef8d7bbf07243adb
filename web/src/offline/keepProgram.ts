/**
 * Lets the browser keep the program, so that it opens without the server. Browsers do so only for pages that came over HTTPS or from
 * this machine; everywhere else the page works on as long as it is open.
 */
export function keepProgram(): void {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return;
  // after the first screen: keeping is no part of opening
  window.addEventListener('load', () => void navigator.serviceWorker.register('/sw.js', { type: 'module' }).catch(() => undefined));
}

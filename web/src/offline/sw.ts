import { cleanupOutdatedCaches, createHandlerBoundToURL, type PrecacheEntry, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/** What a service worker's own scope has of what is used here. */
interface Scope extends EventTarget {
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
}
declare global {
  interface Window {
    /** put in when the pages are built: every file of them, with what tells one content from another */
    readonly __MANDO_FILES: (PrecacheEntry | string)[];
  }
}
const scope = self as unknown as Scope;

/**
 * The program itself, kept in the browser: it opens without the server. What the server says is kept by the page.
 * A page is asked of the server first, so that a new build is not hidden behind an old one.
 */
const PAGE_WAIT_MS = 3000;
precacheAndRoute(self.__MANDO_FILES);
cleanupOutdatedCaches();
const keptPage = createHandlerBoundToURL('/index.html');
registerRoute(
  new NavigationRoute(
    async (asked) => {
      const ends = new AbortController();
      const timer = setTimeout(() => ends.abort(), PAGE_WAIT_MS);
      try {
        const page = await fetch(asked.request, { signal: ends.signal });
        return page.ok ? page : keptPage(asked);
      } catch {
        return keptPage(asked);
      } finally {
        clearTimeout(timer);
      }
    },
    { denylist: [/^\/api\//] },
  ),
);
scope.addEventListener('install', () => void scope.skipWaiting());
scope.addEventListener('activate', (event) => (event as Event & { waitUntil(work: Promise<void>): void }).waitUntil(scope.clients.claim()));

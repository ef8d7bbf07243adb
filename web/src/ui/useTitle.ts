import { useEffect } from 'react';

/** Names the page in the browser's own places, and to a screen reader that comes to it. */
export function useTitle(words: string): void {
  useEffect(() => {
    document.title = words ? `${words} · Mando` : 'Mando';
  }, [words]);
}

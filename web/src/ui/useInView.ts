import { type RefObject, useEffect, useState } from 'react';

/** Whether something has come into sight; from then on it stays so. A browser that cannot tell sees everything. */
export function useInView(of: RefObject<Element | null>): boolean {
  const [isSeen, setSeen] = useState(() => typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    if (isSeen || !of.current) return;
    const watch = new IntersectionObserver((entries) => entries.some(({ isIntersecting }) => isIntersecting) && setSeen(true), {
      rootMargin: '200px',
    });
    watch.observe(of.current);
    return () => watch.disconnect();
  }, [of, isSeen]);
  return isSeen;
}

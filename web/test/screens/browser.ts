import 'fake-indexeddb/auto';
import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';
import type { ToPage, ToWorker } from '../../src/worker/client';
import { createInbox } from '../../src/worker/inbox';
import { answerOf } from './server';

/** What a page needs of a browser and jsdom has not: a worker that works in this thread, a server in memory, boxes without a size. */
class BenchWorker {
  onmessage: ((event: { data: ToPage }) => void) | null = null;
  private readonly inbox = createInbox();
  private isAtWork = false;

  postMessage(message: ToWorker): void {
    this.inbox.take(message);
    if (!this.isAtWork) void this.work();
  }

  terminate(): void {
    this.onmessage = null;
  }

  private async work(): Promise<void> {
    this.isAtWork = true;
    await Promise.resolve();
    for (let steps = 1; !this.inbox.isEmpty; steps++) {
      const data = this.inbox.step();
      if (data) this.onmessage?.({ data });
      if (steps % 50 === 0) await new Promise((done) => setTimeout(done));
    }
    this.isAtWork = false;
  }
}

const quiet = { observe() {}, unobserve() {}, disconnect() {} };
vi.stubGlobal('Worker', BenchWorker);
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe = quiet.observe;
    unobserve = quiet.unobserve;
    disconnect = quiet.disconnect;
  },
);
vi.stubGlobal(
  'EventSource',
  class {
    close(): void {}
  },
);
vi.stubGlobal('fetch', (path: string, asked: RequestInit = {}) => answerOf(path, asked));
vi.stubGlobal('matchMedia', (query: string) => ({ matches: false, media: query, addEventListener() {}, removeEventListener() {} }));
Element.prototype.scrollTo = () => undefined;
Element.prototype.scrollIntoView = () => undefined;
// d3-zoom asks a drawing for its size, the list of parts for the room that it has
Object.defineProperty(SVGElement.prototype, 'width', { value: { baseVal: { value: 800 } } });
Object.defineProperty(SVGElement.prototype, 'height', { value: { baseVal: { value: 600 } } });
Object.defineProperty(HTMLElement.prototype, 'offsetHeight', { get: () => 46 });
Object.defineProperty(Element.prototype, 'clientHeight', { get: () => 600 });
Object.defineProperty(Element.prototype, 'clientWidth', { get: () => 800 });
Blob.prototype.text = function text(this: Blob) {
  return new Promise((done) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.readAsText(this);
  });
};

// the library's lists ask for names that are safe in a selector
vi.stubGlobal('CSS', { escape: (name: string) => name.replace(/[^\w-]/g, (sign) => `\\${sign}`), supports: () => false });
configure({ asyncUtilTimeout: 20_000 });

afterEach(() => {
  cleanup();
  localStorage.clear();
});

/**
 * The page's policy forbids code that is made from text. Zod tries whether it may, and catches that it may not: the browser then works out the
 * place of the error, and reads the whole program anew to do so, in the page and in the worker (some 50 ms each). It looks for its settings here
 * before it is read itself; imported first.
 */
const shared = globalThis as { __zod_globalConfig?: { jitless?: boolean } };
shared.__zod_globalConfig ??= {};
shared.__zod_globalConfig.jitless = true;

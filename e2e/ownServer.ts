import { type ChildProcess, spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** A server of a journey's own, to be killed and started again. @returns once it listens */
export const startServer = (port: number): Promise<ChildProcess> =>
  new Promise((done, fail) => {
    const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
      cwd: fileURLToPath(new URL('..', import.meta.url)),
      env: { ...process.env, PORT: String(port) },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    server.once('message', () => done(server));
    server.once('exit', (code) => fail(new Error(`server ended with ${code}`)));
  });

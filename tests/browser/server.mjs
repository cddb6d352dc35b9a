// Starts the built application with its demo on a directory and a port of its own.
import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '../..');

function freePort() {
  return new Promise(resolve => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

export async function startServer(command = 'demo', env = {}) {
  const port = await freePort();
  const data = mkdtempSync(join(tmpdir(), 'mole-data-'));
  // The demo takes longer to make than most tests to run: the first one that is made is left for the others to start on.
  const made = command === 'demo' && !env.MOLE_NOW ? process.env.MOLE_MADE_DEMO : undefined;
  const isMade = made && existsSync(made);
  if (isMade) cpSync(made, data, { recursive: true });
  const run = () => spawn(join(root, 'mole'), [command, '--no-build', '--port', String(port), '--data', data],
    { env: { ...process.env, ...env }, stdio: 'ignore' });
  let server = run();
  const url = `http://127.0.0.1:${port}`;

  async function ready() {
    for (let i = 0; i < 2400; i++) {
      try {
        if ((await fetch(url + '/health/ready')).ok) return;
      } catch {
        // Not listening yet.
      }
      await new Promise(resolve => setTimeout(resolve, 100));
    }
    throw new Error('The application did not become ready in four minutes.');
  }

  function stop(signal = 'SIGTERM') {
    return new Promise(resolve => {
      server.once('exit', resolve);
      server.kill(signal);
    });
  }

  await ready();
  if (made && !isMade) {
    await stop();
    cpSync(data, made, { recursive: true });
    server = run();
    await ready();
  }

  return {
    url,
    /** Ends it without warning, as a power cut would, and starts it again on the same directory. */
    async crash() {
      await stop('SIGKILL');
      server = run();
      await ready();
    },
    stop: () => stop(),
    start: async () => {
      server = run();
      await ready();
    },
    async close() {
      await stop();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

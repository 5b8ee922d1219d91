// Serves one database after the other: loading the server takes two seconds, opening a database a tenth of one. Told by messages which.
import process from 'node:process';
import { createApp } from '../apps/server/dist/index.js';

let app;

async function close() {
  // A browser keeps its connections open; nobody waits for it to let go.
  app?.getHttpServer().closeAllConnections();
  await app?.close();
  app = undefined;
}

process.on('message', async ({ databaseFile, webFolder, port }) => {
  try {
    await close();
    if (databaseFile) {
      app = await createApp({ databaseFile, webFolder, quiet: true });
      await app.listen(port, '127.0.0.1');
    }
    process.send({ address: app ? await app.getUrl() : null });
  } catch (error) {
    process.send({ error: error.message });
  }
});

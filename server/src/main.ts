import 'reflect-metadata';
import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app.js';
import { MachinesService } from './machines/machines.service.js';
import { settingsFrom } from './settings.js';

async function main(): Promise<void> {
  const settings = settingsFrom(process.env, resolve(import.meta.dirname, '../..'));
  const logger = pino({ level: process.env['RHIZOTOME_LOG'] || 'warn' });
  const app = await createApp(settings, logger);
  for (const warning of app.warnings) process.stderr.write(`Warning: ${warning}\n`);
  const { added } = await app.nest.get(MachinesService).loadDemo();
  await app.nest.listen(settings.port, settings.host);
  const { port } = app.nest.getHttpServer().address() as AddressInfo;
  const host = settings.host.includes(':') ? `[${settings.host}]` : settings.host;
  if (added > 0) process.stdout.write(`${added} demo machines are on the bench.\n`);
  process.stdout.write(
    `Rhizotome is at http://${host}:${port}/  (data in ${settings.dataFolder}; stop with Ctrl+C)\n`,
  );
  void app
    .examined()
    .then((warning) => warning === undefined || process.stderr.write(`Warning: ${warning}\n`))
    // The server stops meanwhile.
    .catch(() => undefined);
  const stop = () => void app.close().then(() => process.exit(0));
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

main().catch((error: unknown) => {
  const code = (error as { code?: string }).code;
  const message =
    code === 'EADDRINUSE'
      ? 'The port is taken: is Rhizotome running already? Set RHIZOTOME_PORT to use another.'
      : error instanceof Error
        ? error.message
        : String(error);
  process.stderr.write(`Rhizotome could not start. ${message}\n`);
  process.exit(1);
});

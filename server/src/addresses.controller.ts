import { Controller, Get, Inject, Req } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { networkInterfaces } from 'node:os';

/** The address that the server listens on, as it was set. */
export const LISTENS_ON = Symbol('the address that the server listens on');

@ApiTags('addresses')
@Controller('addresses')
export class AddressesController {
  constructor(@Inject(LISTENS_ON) private readonly host: string) {}

  /** Where others in the same network reach this server, as origins; none where only this machine can. */
  @Get()
  addresses(@Req() { socket }: Request): { addresses: string[] } {
    return { addresses: reachable(this.host).map((host) => `http://${host}:${socket.localPort ?? ''}`) };
  }
}

const EVERYWHERE = ['0.0.0.0', '::', '*'];

function reachable(host: string): string[] {
  if (/^(localhost|127\.|::1$)/.test(host)) return [];
  if (!EVERYWHERE.includes(host)) return [host.includes(':') ? `[${host}]` : host];
  return Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address);
}

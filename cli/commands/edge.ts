import { readFile } from 'node:fs/promises';
import type { IncomingMessage } from 'node:http';
import { parsePlace } from '@douane/core/regimes/place';
import { compileRelease } from '@douane/core/release';
import { EDGE_PATH, Edge, EdgeSite } from '@douane/edge';
import { gateFiles } from '@douane/gate';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import { openPlaceFinder } from '@douane/server/visitors/place';
import { type Command, Option } from 'commander';
import { parseCount, readSetup } from '../files';
import { Refused, today } from '../say';
import { untilStopped } from '../stop';

interface Options {
  setup: string;
  origin: string;
  port: number;
  host?: string;
  number: number;
  placeHeader: string[];
  inline?: boolean;
  untouched?: boolean;
  cert?: string;
  key?: string;
}

/** `douane edge`: the holding reverse proxy. */
export function edgeCommand(program: Command, root: string): void {
  program
    .command('edge')
    .description('run a reverse proxy in front of a site that holds what each visitor has not agreed to')
    .requiredOption('--setup <file>', 'the site’s setup, format douane.setup/3 or older; read again at SIGHUP')
    .requiredOption('--origin <url>', 'where the site’s own server is')
    .requiredOption('--port <n>', 'port to listen on', parseCount('--port'))
    .option('--host <address>', 'address to listen on; all without it')
    .option('--number <n>', 'number of the release, as the recorder knows it', parseCount('--number'), 1)
    .option('--place-header <name...>', 'header in which a delivery network says where the visitor is', [])
    .option('--inline', 'put the gate itself into each page, so that none waits for it to be fetched')
    .addOption(new Option('--untouched', 'let all through as it is, to be measured against').hideHelp())
    .option('--cert <file>', 'certificate (PEM), for HTTPS and HTTP/2')
    .option('--key <file>', 'its private key (PEM)')
    .action(async (options: Options) => {
      const { setup: file, number, port, host, placeHeader } = options;
      if (!URL.canParse(options.origin) || !/^https?:$/.test(new URL(options.origin).protocol))
        throw new Refused(`--origin: ${options.origin} is no web address, such as http://127.0.0.1:8080`);
      if (!options.cert !== !options.key) throw new Refused('--cert and --key belong together');
      const code = options.inline ? await loadGateCode(root) : undefined;
      const read = async () => {
        const release = compileRelease(await readSetup(file), number, today());
        return new EdgeSite(release, code && gateFiles(release, code, sha256).pointer);
      };
      const placeOf = await openPlaceFinder(placeHeader);
      const edge = new Edge({
        origin: new URL(options.origin),
        site: await read(),
        untouched: options.untouched === true,
        placeOf: (req: IncomingMessage) =>
          parsePlace(
            placeOf({
              get: (name: string) => [req.headers[name.toLowerCase()]].flat()[0],
              ip: req.socket.remoteAddress,
            } as Parameters<typeof placeOf>[0]),
          ),
        ...(options.cert && options.key && { tls: { cert: await pem(options.cert), key: await pem(options.key) } }),
      });
      const at = await edge.listen(port, host).catch((cause) => {
        throw new Refused(`port ${port} cannot be had: ${cause.code === 'EADDRINUSE' ? 'it is taken' : cause.message}`);
      });
      process.on('SIGHUP', () => {
        read().then(
          (site) => {
            edge.take(site);
            console.log(`took ${file} anew`);
          },
          // What it has is still right.
          (cause) => console.error(`douane: ${cause.message}; the setup before it stays in force`),
        );
      });
      console.log(`Holding in front of ${options.origin} on port ${at}; ${EDGE_PATH}health says how it is`);
      await untilStopped(() => edge.close());
    });
}

const pem = (file: string): Promise<Buffer> =>
  readFile(file).catch((cause) => {
    throw new Refused(`${file} cannot be read: ${cause.message}`);
  });

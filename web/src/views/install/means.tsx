import type { ServerPolicy } from '@douane/api';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import { Code, Trouble } from '../../ui/parts';

/** What each means of holding leaves, as measured on two hundred ways in which a tag gets out; see `docs/holding.md`. */
const MEANS: [name: string, holds: string, leaves: string][] = [
  ['Marked tags', 'every tag that is marked, with and without JavaScript', 'what nobody has marked'],
  [
    'Script with the browser’s policy',
    'whatever a page does once it runs; unmarked tags never run',
    'what stands unmarked in the markup is asked for ahead of any script; own pages in frames that carry no gate',
  ],
  [
    'Header, with the script',
    'the same, and nothing is asked for ahead',
    'two purposes at one host, where they stand in the markup; cookies that nginx passes on',
  ],
  ['Edge', 'all of it, and cookies and links that the server sends', 'nothing of the ways that were tried'],
  [
    'Script alone',
    'scripts, images, frames, links and requests that scripts of the page put in',
    'what the parser makes, styles, fresh realms, workers, sockets',
  ],
];

const SERVERS: [id: string, name: string][] = [
  ['nginx', 'nginx'],
  ['apache', 'Apache'],
  ['caddy', 'Caddy'],
  ['php', 'PHP'],
];

/** The ways in which tags can be held, what each leaves, and how it is put in place. */
export function MeansOfHolding({ siteId, siteKey, isSent }: { siteId: string; siteKey: string; isSent: boolean }) {
  return (
    <section className="mt-6">
      <h2>Means of holding</h2>
      <p className="mt-1 max-w-[90ch] text-ink2">
        They work from one plan and add up. The snippet above is the script; with it comes the browser’s policy, unless
        that is switched off under Regions.
      </p>
      <table className="mt-2 w-full bg-sheet">
        <thead>
          <tr className="border-y border-ink">
            <th className="px-2 py-1.5">By</th>
            <th className="px-2 py-1.5">Holds</th>
            <th className="px-2 py-1.5">Leaves</th>
          </tr>
        </thead>
        <tbody>
          {MEANS.map(([name, holds, leaves]) => (
            <tr key={name} className="border-b border-line align-top">
              <th scope="row" className="px-2 py-1 text-left">
                {name}
              </th>
              <td className="px-2 py-1">{holds}</td>
              <td className="px-2 py-1 text-ink2">{leaves}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <details className="mt-3">
        <summary>Mark a site’s HTML files</summary>
        <p className="mt-1 mb-1 text-ink2">Each is rewritten in its place; what could not be marked is said.</p>
        <Code text={`douane mark --setup ${siteKey}.setup.json --gate public/**/*.html`} />
      </details>
      <details className="mt-2">
        <summary>Have the site’s server send the policy</summary>
        <ServerConfig siteId={siteId} isSent={isSent} />
      </details>
      <details className="mt-2">
        <summary>Put an edge in front of the site</summary>
        <p className="mt-1 mb-1 text-ink2">
          A reverse proxy that rewrites each page on its way, for the visitor who asks for it.
        </p>
        <Code text={`douane edge --setup ${siteKey}.setup.json --origin http://127.0.0.1:8080 --port 80`} />
      </details>
    </section>
  );
}

function ServerConfig({ siteId, isSent }: { siteId: string; isSent: boolean }) {
  const [server, setServer] = useState('nginx');
  const { data, error } = useQuery({
    queryKey: ['release', siteId, 'header', server],
    queryFn: () => call<ServerPolicy>('GET', `/sites/${siteId}/header/${server}`),
  });
  return (
    <>
      {!isSent && (
        <p className="mt-1 text-slipped">
          Switch it on under Regions and publish first: the gate then tells the server what is granted. Until it does,
          all stays held.
        </p>
      )}
      <label className="mt-2 mb-1 flex items-center gap-2">
        For
        <select value={server} onChange={({ target }) => setServer(target.value)}>
          {SERVERS.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Trouble error={error} />
      {data && <Code text={data.text} />}
    </>
  );
}

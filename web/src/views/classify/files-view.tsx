import type { CatalogueImport, RulingsImport } from '@douane/api';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type ApiProblem, fieldsAtFault, sendFile } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Finding, Part, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { Changes, changeWords } from './changes';
import { ClassifyLinks } from './classify-links';

/** Rulings and catalogue as files, out and in. A file is tried first; nothing is written before that was seen. */
export function FilesView() {
  const site = useSite();
  const { data: draft } = useQuery(queries.draft(site.id));
  const nameOf = (id: string) => draft?.setup.purposes.find((p) => p.id === id)?.name ?? id;
  const rulings = `/api/sites/${site.id}/rulings/export`;
  return (
    <section className="px-5 py-5">
      <ClassifyLinks />
      <Finding title="Rulings and catalogue as files">
        CSV opens in a spreadsheet, JSON is for programs. A file that comes in is tried first: what it would change, and
        what is wrong in which line and column.
      </Finding>
      <Part title="Rulings of this site">
        <p className="mb-2">
          Take out: <a href={`${rulings}?as=csv`}>CSV</a> · <a href={`${rulings}?as=json`}>JSON</a> (
          <a href="/api/schemas/rulings.json">schema</a>). Needed when coming in: the columns{' '}
          <span className="mono">kind, name, host, purpose</span>.
        </p>
        <FileIn<RulingsImport>
          label="A file of rulings"
          path={(dry, name) => `/sites/${site.id}/rulings/import?dry=${dry ? 1 : 0}&name=${encodeURIComponent(name)}`}
          deed={({ total }) => (total > 0 ? `Rule ${plural(total, 'item')}` : null)}
        >
          {(result, isDone) => (
            <>
              <p>
                {plural(result.rows, 'ruling')}, read as {result.encoding}.{' '}
                <b>
                  {result.total} {isDone ? 'were taken in' : 'would change'}
                </b>
                , {result.same} say what stands already
                {result.overPersons > 0 && `; ${result.overPersons} go over what a person ruled`}.
              </p>
              {result.unknown.total > 0 && (
                <p className="text-held">
                  {result.unknown.total} {result.unknown.total === 1 ? 'is' : 'are'} of things this site does not have,
                  and left out:{' '}
                  {result.unknown.shown
                    .slice(0, 5)
                    .map((one) => `${one.name} of ${one.host} (${one.where})`)
                    .join(', ')}
                  {result.unknown.total > 5 && ' …'}
                </p>
              )}
              {!isDone && <Changes changes={result.changes} total={result.total} nameOf={nameOf} />}
            </>
          )}
        </FileIn>
      </Part>
      <CataloguePart nameOf={nameOf} />
    </section>
  );
}

function CataloguePart({ nameOf }: { nameOf(purpose: string): string }) {
  const { data } = useQuery(queries.knowledge());
  const [replace, setReplace] = useState(false);
  return (
    <Part title="Own catalogue of the organisation">
      <p className="mb-2">
        {data?.catalogue.own ?? 0} entries; they go before the open catalogue. Take out:{' '}
        <a href="/api/catalogue/export?which=own&as=csv">CSV</a> ·{' '}
        <a href="/api/catalogue/export?which=own&as=json">JSON</a> (<a href="/api/schemas/catalogue.json">schema</a>),
        or the open catalogue: <a href="/api/catalogue/export?which=open&as=csv">CSV</a> ·{' '}
        <a href="/api/catalogue/export?which=open&as=json">JSON</a>. Needed when coming in: the columns{' '}
        <span className="mono">service, purpose</span> and <span className="mono">name</span> or{' '}
        <span className="mono">host</span>.
      </p>
      <label className="mb-2 flex min-h-6 items-center gap-2">
        <input type="checkbox" checked={replace} onChange={(event) => setReplace(event.target.checked)} />
        the file takes the place of all entries there are
      </label>
      <FileIn<CatalogueImport>
        key={String(replace)}
        label="A catalogue file"
        path={(dry) => `/catalogue/import?dry=${dry ? 1 : 0}&replace=${replace ? 1 : 0}`}
        deed={({ added, changed, removed }) => (added + changed + removed > 0 ? 'Take this catalogue in' : null)}
      >
        {(result, isDone) => (
          <>
            <p>
              {result.entries} entries, read as {result.encoding}: {result.added} new, {result.changed} changed,{' '}
              {result.removed} {isDone ? 'gone' : 'would go'}, {result.same} as they are.{' '}
              {!isDone && <b>{changeWords(result.effect)}</b>}
            </p>
            {!isDone && <Changes changes={result.effect.changes} total={result.effect.total} nameOf={nameOf} />}
          </>
        )}
      </FileIn>
    </Part>
  );
}

interface FileInProps<T> {
  label: string;
  path(dry: boolean, name: string): string;
  /** What the button says; `null`: there is nothing to do. */
  deed(result: T): string | null;
  children(result: T, isDone: boolean): React.ReactNode;
}

/** Chooses a file, shows what it would do, and does it when told to. */
function FileIn<T>({ label, path, deed, children }: FileInProps<T>) {
  const client = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [result, setResult] = useState<{ told: T; isDone: boolean } | null>(null);
  const send = useMutation({
    mutationFn: ({ chosen, dry }: { chosen: File; dry: boolean }) => sendFile<T>(path(dry, chosen.name), chosen),
    onSuccess: async (told, { dry }) => {
      setResult({ told, isDone: !dry });
      if (!dry) await client.invalidateQueries();
    },
    onError: () => setResult(null),
  });
  const problems = fieldsAtFault(send.error);
  const act = result && !result.isDone ? deed(result.told) : null;
  return (
    <div>
      <input
        type="file"
        aria-label={label}
        accept=".csv,.json,.tsv,.txt"
        onChange={(event) => {
          const chosen = event.target.files?.[0] ?? null;
          setFile(chosen);
          setResult(null);
          if (chosen) send.mutate({ chosen, dry: true });
          // The same file, mended, can be chosen again.
          event.target.value = '';
        }}
      />
      {file && <span className="ml-2">{file.name}</span>}
      {send.isPending && <p role="status">Reading …</p>}
      {problems.length > 0 ? (
        <div role="alert" className="my-2 border-l-4 border-slipped bg-sheet px-3 py-2">
          <p>
            <b>{send.error!.message}.</b> {(send.error as ApiProblem).detail}
          </p>
          <ul className="mt-1 max-h-64 overflow-auto">
            {problems.map(({ path: where, message }) => (
              <li key={`${where} ${message}`} className="[overflow-wrap:anywhere]">
                <span className="mono">{where}</span>: {message}
              </li>
            ))}
          </ul>
        </div>
      ) : (
        <Trouble error={send.error} />
      )}
      {result && (
        <div role="status" className="mt-2">
          {children(result.told, result.isDone)}
          {act && (
            <Button
              kind="act"
              className="mt-2"
              disabled={send.isPending}
              onClick={() => file && send.mutate({ chosen: file, dry: false })}
            >
              {act}
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

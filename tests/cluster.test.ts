import { chmod, mkdtemp, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type Cluster, forgetCluster, openPool, startCluster } from '@douane/server';
import { afterAll, beforeAll, expect, it } from 'vitest';

/** A cluster of its own, since it is stopped and damaged. */
let folder: string;
let cluster: Cluster;
const passwords = () => path.join(folder, 'postgres.json');

beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'douane-cluster-'));
  await chmod(folder, 0o755); // the user that PostgreSQL runs as has to reach it
  cluster = await startCluster(folder);
  const db = openPool(cluster.ownerUrl, { max: 1 });
  await db.query('CREATE TABLE kept AS SELECT 7 AS n');
  await db.end();
});
afterAll(async () => {
  await forgetCluster(folder);
  await rm(folder, { recursive: true, force: true });
});

const kept = async (at: Cluster) => {
  const db = openPool(at.ownerUrl, { max: 1 });
  const { rows } = await db.query('SELECT n FROM kept').finally(() => db.end());
  return rows;
};

it('is found again with its data while it runs, after a stop, and where its port is somebody else’s', async () => {
  expect(await kept(await startCluster(folder))).toEqual([{ n: 7 }]);
  await cluster.stop();
  expect(await kept(await startCluster(folder))).toEqual([{ n: 7 }]);
  await cluster.stop();
  const { port } = JSON.parse(await readFile(passwords(), 'utf8'));
  const other = createServer().listen(port, '127.0.0.1');
  try {
    const moved = await startCluster(folder);
    expect(new URL(moved.databaseUrl).port).not.toBe(String(port));
    expect(await kept(moved)).toEqual([{ n: 7 }]);
  } finally {
    other.close();
  }
});

it.each([
  [
    'missing',
    () => rename(passwords(), `${passwords()}.away`),
    /holds a database, but .*postgres\.json with its passwords is missing/,
  ],
  ['damaged', () => writeFile(passwords(), '{'), /postgres\.json/],
])('refuses to start, and deletes nothing, where the file of its passwords is %s', async (_what, harm, words) => {
  const before = await readFile(passwords());
  await harm();
  try {
    await expect(startCluster(folder)).rejects.toThrow(words);
    expect(await readdir(path.join(folder, 'postgres'))).toContain('PG_VERSION');
  } finally {
    await writeFile(passwords(), before);
  }
  expect(await kept(await startCluster(folder))).toEqual([{ n: 7 }]);
});

it('gives the application no more than it needs', async () => {
  const db = openPool((await startCluster(folder)).databaseUrl, { max: 1 });
  const { rows } = await db.query(
    'SELECT rolsuper, rolcreatedb, rolcreaterole FROM pg_roles WHERE rolname = current_user',
  );
  await db.end();
  expect(rows).toEqual([{ rolsuper: false, rolcreatedb: false, rolcreaterole: false }]);
});

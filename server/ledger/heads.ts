import { createPrivateKey, createPublicKey, hkdfSync, type KeyObject, sign, verify } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { SignedHead } from '@douane/api';
import type { LedgerHead } from '@douane/core/consent';
import { z } from 'zod';

const FORMAT = 'douane.head/1';
/** A head is written at most this often; what came between is fixed by the next. */
const GAP_MS = 1_000;
/** What stands before the 32 bytes of an Ed25519 key in PKCS #8 (RFC 8410, section 7). */
const PKCS8 = Buffer.from('302e020100300506032b657004220420', 'hex');

const headSchema = z.object({
  format: z.literal(FORMAT),
  site: z.string(),
  siteId: z.uuid(),
  number: z.number().int().positive(),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  at: z.string(),
  publicKey: z.string().optional(),
  signature: z.string().optional(),
}) satisfies z.ZodType<SignedHead>;

/**
 * Signs ends of ledgers by Ed25519 (RFC 8032), under a key derived from the operator's secret. Without a secret they are
 * not signed, and are worth as much as the place where they are kept.
 */
export class HeadSigner {
  private readonly key: KeyObject | null;

  constructor(secret: string | null) {
    if (secret === null) this.key = null;
    else {
      const seed = Buffer.from(hkdfSync('sha256', secret, '', 'douane ledger heads 1', 32));
      this.key = createPrivateKey({ key: Buffer.concat([PKCS8, seed]), format: 'der', type: 'pkcs8' });
    }
  }

  sign(site: { key: string; siteId: string }, { number, hash }: LedgerHead, at: string): SignedHead {
    const head: SignedHead = { format: FORMAT, site: site.key, siteId: site.siteId, number, hash, at };
    if (!this.key) return head;
    const publicKey = createPublicKey(this.key).export({ format: 'der', type: 'spki' }).toString('base64');
    return { ...head, publicKey, signature: sign(null, signedText(head), this.key).toString('base64') };
  }

  /** Whether a head was signed under this secret; one without a signature was not. */
  isOurs(head: SignedHead): boolean {
    if (!this.key || !head.signature) return false;
    return verify(null, signedText(head), createPublicKey(this.key), Buffer.from(head.signature, 'base64'));
  }
}

const signedText = ({ siteId, number, hash, at }: SignedHead) =>
  Buffer.from([FORMAT, siteId, number, hash, at].join('\n'));

/** Keeps the newest end of each ledger in a file, where whoever edits the table does not reach it. */
export class HeadFiles {
  private readonly newest = new Map<string, { site: { key: string; siteId: string }; head: LedgerHead }>();
  private timer: NodeJS.Timeout | undefined;
  private writing: Promise<void> = Promise.resolve();

  constructor(
    private readonly folder: string,
    private readonly signer: HeadSigner,
  ) {}

  note(site: { key: string; siteId: string }, head: LedgerHead): void {
    this.newest.set(site.siteId, { site, head });
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      this.flush().catch((error) => console.error(`ledger heads: ${error.message}`));
    }, GAP_MS);
  }

  /** Writes what has been noted. */
  flush(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.writing = this.writing.catch(() => {}).then(() => this.write());
    return this.writing;
  }

  private async write(): Promise<void> {
    const noted = [...this.newest.values()];
    this.newest.clear();
    if (noted.length > 0) await mkdir(this.folder, { recursive: true });
    for (const { site, head } of noted) {
      const kept = await readHead(this.fileOf(site.siteId));
      // Several servers may share the folder, and the slower one knows less.
      if (kept && kept.number >= head.number) continue;
      const text = JSON.stringify(this.signer.sign(site, head, new Date().toISOString()), null, 2);
      const partial = `${this.fileOf(site.siteId)}.${process.pid}`;
      await writeFile(partial, `${text}\n`);
      await rename(partial, this.fileOf(site.siteId));
    }
  }

  /** The end of a site's ledger as it was kept; `null`: none was. */
  read(siteId: string): Promise<SignedHead | null> {
    return readHead(this.fileOf(siteId));
  }

  private fileOf(siteId: string): string {
    return path.join(this.folder, `${siteId}.json`);
  }
}

/** Reads a head from a file; `null` where there is none. Throws a sentence where it is no head. */
export async function readHead(file: string): Promise<SignedHead | null> {
  const text = await readFile(file, 'utf8').catch((cause: NodeJS.ErrnoException) => {
    if (cause.code === 'ENOENT') return null;
    throw cause;
  });
  return text === null ? null : parseHead(text, file);
}

/** Reads the text of a head file. Throws a sentence that names `file`. */
export function parseHead(text: string, file: string): SignedHead {
  try {
    return headSchema.parse(JSON.parse(text));
  } catch {
    throw new Error(`${file} is not the end of a ledger (${FORMAT})`);
  }
}

import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';
import { Problem } from './problems';

/** Keeps secrets at rest, by AES-256-GCM under a key derived (RFC 5869) from the operator's own secret. */
export class Seal {
  private readonly key: Buffer | null;

  /** `secret` is null where the operator set none; then nothing can be kept, since nobody could open it after a restart. */
  constructor(secret: string | null) {
    this.key = secret === null ? null : Buffer.from(hkdfSync('sha256', secret, '', 'douane seal 1', 32));
  }

  get ready(): boolean {
    return this.key !== null;
  }

  /** `belongsTo` is bound into the text, so that it opens for nothing else. */
  close(value: unknown, belongsTo: string): string {
    const iv = randomBytes(12);
    const cipher = createCipheriv('aes-256-gcm', this.keyOrRefuse(), iv).setAAD(Buffer.from(belongsTo));
    const sealed = Buffer.concat([cipher.update(JSON.stringify(value), 'utf8'), cipher.final()]);
    return Buffer.concat([iv, cipher.getAuthTag(), sealed]).toString('base64');
  }

  open<T>(text: string, belongsTo: string): T {
    const bytes = Buffer.from(text, 'base64');
    const decipher = createDecipheriv('aes-256-gcm', this.keyOrRefuse(), bytes.subarray(0, 12))
      .setAAD(Buffer.from(belongsTo))
      .setAuthTag(bytes.subarray(12, 28));
    try {
      return JSON.parse(Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8'));
    } catch {
      throw new Problem(
        409,
        'A kept secret cannot be opened',
        'DOUANE_SECRET has changed since; enter the secret again.',
      );
    }
  }

  private keyOrRefuse(): Buffer {
    if (this.key) return this.key;
    throw new Problem(409, 'Secrets cannot be kept', 'Set DOUANE_SECRET for servers and workers, the same for all.');
  }
}

import { randomUUID } from 'node:crypto';
import type { Answering } from './types';

const PIXEL = Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64');
const YEAR_MS = 365 * 24 * 3600 * 1000;

/** A cookie as cross-site trackers set it: works in third-party requests. Keeps the value the browser already has. */
export function recognise({ res, cookies }: Answering, name: string, maxAgeMs = YEAR_MS): string {
  const id = cookies[name] ?? randomUUID();
  res.cookie(name, id, { maxAge: maxAgeMs, secure: true, sameSite: 'none', httpOnly: true });
  return id;
}

export function pixel({ res }: Answering): void {
  res.set('cache-control', 'no-store').type('image/gif').send(PIXEL);
}

export function nothing({ res }: Answering): void {
  res.set('cache-control', 'no-store').status(204).end();
}

/** Answers a cross-origin call that carries cookies. */
export function allowCredentials({ req, res }: Answering): void {
  if (req.headers.origin) {
    res.set({ 'access-control-allow-origin': req.headers.origin, 'access-control-allow-credentials': 'true' });
  }
}

/** A page for an embedding frame. */
export function framed({ res }: Answering, title: string, body: string): void {
  res.type('html').send(`<!doctype html><html lang="en"><meta charset="utf-8"><title>${title}</title>
<style>body{margin:0;font:14px/1.4 sans-serif;background:#20313c;color:#fff;display:grid;place-items:center;height:100vh}</style>
${body}</html>`);
}

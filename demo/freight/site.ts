import { randomUUID } from 'node:crypto';
import express, { type Request, type Response } from 'express';

export const FREIGHT_HOST = 'desk.skerrysound.localhost';
/** Who may sign in to the freight desk; invented like the desk. */
export const FREIGHT_ACCOUNT = { name: 'harbour-clerk', password: 'crates & barrels' };

const sessions = new Set<string>();
const PAGES: Record<string, string> = {
  '/desk': 'Bookings of today',
  '/desk/manifest': 'Manifest of the Maren Oddny',
  '/desk/customers': 'Customers',
};

/** The freight desk: one page in front of a login, three behind it, with a tracker that only those who are in see. */
export function serveFreightDesk(req: Request, res: Response, port: string): void {
  const session = /fd_session=([\w-]+)/.exec(req.headers.cookie ?? '')?.[1] ?? '';
  const page = (title: string, body: string) =>
    void res
      .type('html')
      .send(`<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${title}</title><link rel="icon" href="data:,">
<style>body{font:16px/1.5 sans-serif;margin:40px;max-width:640px}label{display:block;margin:8px 0}</style></head><body><h1>${title}</h1>${body}</body></html>`);
  if (req.path === '/' || (req.path === '/login' && req.method === 'GET')) {
    page(
      'Freight desk',
      `<form method="post" action="/login"><label>Name <input name="name" autocomplete="username"></label>
<label>Password <input name="password" type="password" autocomplete="current-password"></label><button>Sign in</button></form>`,
    );
    return;
  }
  if (req.path === '/login') {
    express.urlencoded({ extended: false })(req, res, () => {
      const { name, password } = (req.body ?? {}) as Record<string, string>;
      if (name !== FREIGHT_ACCOUNT.name || password !== FREIGHT_ACCOUNT.password) {
        res.status(401);
        page('Freight desk', '<p class="error">Name or password is wrong.</p><a href="/login">Again</a>');
        return;
      }
      const id = randomUUID();
      sessions.add(id);
      res.cookie('fd_session', id, { httpOnly: true, sameSite: 'lax' }).redirect(303, '/desk');
    });
    return;
  }
  if (req.path === '/logout') {
    sessions.delete(session);
    res.redirect(303, '/login');
    return;
  }
  const title = PAGES[req.path];
  if (!title) return void res.status(404).type('html').send('<!doctype html><title>Not here</title>');
  if (!sessions.has(session)) return void res.redirect(303, '/login');
  page(
    title,
    `<nav id="desk">${Object.keys(PAGES)
      .map((path) => `<a href="${path}">${PAGES[path]}</a>`)
      .join(
        ' · ',
      )} · <a href="/logout">Sign out</a></nav><img src="http://cargowren.localhost${port}/px.gif" alt="" width="1" height="1">`,
  );
}

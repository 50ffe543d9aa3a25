import type { SiteState } from './faults';

/** The tags of a page, held or plain. `clean` sites mark every tag that needs a yes; the others show what goes wrong. */
export function tagsFor(path: string, state: SiteState, port: string) {
  const marked = state.snippet !== '' && state.fault !== 'no-gate' && state.fault !== 'gate-late';
  const at = (host: string, rest: string) => `http://${host}.localhost${port}${rest}`;
  /** A vendor's snippet as it came, or the same unchanged inside a template. */
  const held = (purpose: string, html: string) =>
    marked ? `<template data-gate="${purpose}">${html}</template>` : html;

  const head = [
    held('functional', `<link rel="stylesheet" href="${at('glyphshed', '/type.css')}">`),
    marked
      ? `<script type="text/plain" data-gate="measurement" data-gate-src="${at('tagpantry', '/m.js?c=SSF1')}"></script>`
      : `<script src="${at('tagpantry', '/m.js?c=SSF1')}"></script>`,
  ];
  const body: string[] = [];
  if (path === '/fares' || path === '/offers') {
    const src = at('copperbarn', `/px.gif?c=${path.slice(1)}`);
    body.push(
      marked
        ? `<img data-gate="advertising" data-gate-src="${src}" alt="" width="1" height="1">`
        : `<img src="${src}" alt="" width="1" height="1">`,
    );
  }
  if (path.startsWith('/routes/')) {
    const src = at('reelpier', `/embed?v=${path.slice(8)}`);
    body.push(
      `<iframe title="Film of the crossing" width="480" height="200" ${marked ? `data-gate="embedded" data-gate-src="${src}"` : `src="${src}"`}></iframe>`,
    );
  }
  if (path === '/contact' || path === '/routes') {
    body.push(
      held(
        'embedded',
        `<iframe title="Harbour map" width="480" height="200" src="${at('chartkeel', '/map')}"></iframe>`,
      ),
    );
  }
  if (path === '/help' || path === '/contact') {
    body.push(held('functional', `<script src="${at('quillchat', '/chat.js')}" async></script>`));
  }
  if (path === '/book') body.push(`<script src="${at('swifttil', '/till.js')}"></script>`);

  if (state.newcomer && path === '/offers') body.push(`<script src="${at('freshplover', '/f.js')}" async></script>`);

  // Faults
  if (state.fault === 'pixel-in-markup' && path === '/timetable') {
    body.push(`<img src="${at('copperbarn', '/px.gif?c=timetable')}" alt="" width="1" height="1">`);
  }
  if (state.fault === 'ignores-refusal' && path === '/')
    body.push(`<script>${impatient(at('quillchat', '/hello.js'))}</script>`);
  return { head, body };
}

/**
 * A tag that takes any choice for a yes: it waits until the visitor has chosen and never looks what. It has itself
 * imported, which no script can stand before.
 */
function impatient(src: string): string {
  return `(function wait() {
  if (!/douane_choice=/.test(document.cookie)) return setTimeout(wait, 50);
  import('${src}').catch(() => {});
})();`;
}

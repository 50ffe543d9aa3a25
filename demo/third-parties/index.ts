import { RARE_HOSTS } from '../shop/site';
import { allowCredentials, framed, nothing, pixel, recognise } from './answers';
import type { Answering, ThirdParty } from './types';

export type { ThirdParty } from './types';

/** Sends the stand-in's script of this name; the file is under `demo/assets/scripts`. */
type Script = (name: string) => (a: Answering) => void;

/** The invented outside services of the ferry company. None of these names belongs to anybody. */
export function thirdParties(script: Script): ThirdParty[] {
  return [
    {
      host: 'tagpantry.localhost',
      name: 'Tagpantry',
      purpose: 'measurement',
      what: 'A tag manager that brings other tags.',
      answers: { '/m.js': script('tagpantry') },
    },
    {
      host: 'oddgull.localhost',
      name: 'Oddgull measurement',
      purpose: 'measurement',
      what: 'Audience measurement with first-party cookies, a queue in local storage and a beacon on leaving.',
      answers: { '/og.js': script('oddgull'), '/collect': nothing, '/leave': nothing },
    },
    {
      host: 'adnoddle.localhost',
      name: 'Adnoddle exchange',
      purpose: 'advertising',
      what: 'An advertising exchange that syncs its cookie with partners.',
      answers: {
        '/bid.js': script('adnoddle'),
        '/bid': (a) => {
          allowCredentials(a);
          a.res.json({ bidder: recognise(a, 'adn_uid'), price: 0.31 });
        },
        '/sync': (a) => {
          const id = recognise(a, 'adn_uid');
          a.res.redirect(302, `http://copperbarn.localhost${a.port}/match?partner=adnoddle&uid=${id}`);
        },
      },
    },
    {
      host: 'copperbarn.localhost',
      name: 'Copperbarn ads',
      purpose: 'advertising',
      what: 'A retargeting pixel.',
      answers: {
        '/px.gif': (a) => {
          recognise(a, 'cb_id');
          pixel(a);
        },
        '/match': (a) => {
          recognise(a, 'cb_id');
          pixel(a);
        },
      },
    },
    {
      host: 'brinefox.localhost',
      name: 'Brinefox replay',
      purpose: 'measurement',
      what: 'Session replay: streams what the visitor does.',
      answers: { '/rec.js': script('brinefox'), '/stream': nothing },
    },
    {
      host: 'quillchat.localhost',
      name: 'Quillchat',
      purpose: 'functional',
      what: 'A chat widget in a frame.',
      answers: {
        '/chat.js': script('quillchat'),
        '/hello.gif': (a) => {
          recognise(a, 'qc_seen', 30 * 24 * 3600 * 1000);
          pixel(a);
        },
        '/box': (a) => {
          recognise(a, 'qc_visitor');
          framed(a, 'Chat', '<p>How can we help?</p>');
        },
      },
    },
    {
      host: 'reelpier.localhost',
      name: 'Reelpier video',
      purpose: 'embedded',
      what: 'A video in a frame that remembers who watched.',
      answers: {
        '/embed': (a) => {
          recognise(a, 'rp_watch');
          framed(a, 'Video', '<p>▶ The crossing in four minutes</p><script src="/player.js"></script>');
        },
        '/player.js': script('reelpier'),
        '/ping': nothing,
      },
    },
    {
      host: 'chartkeel.localhost',
      name: 'Chartkeel maps',
      purpose: 'embedded',
      what: 'A map in a frame.',
      answers: {
        '/map': (a) => {
          recognise(a, 'ck_tiles', 90 * 24 * 3600 * 1000);
          framed(a, 'Map', '<p>Harbour map</p>');
        },
      },
    },
    {
      host: 'glyphshed.localhost',
      name: 'Glyphshed type',
      purpose: 'functional',
      what: 'Web fonts: a style sheet that asks for a font.',
      answers: {
        '/type.css': ({ res, port }) => {
          res
            .type('css')
            .send(
              `@font-face{font-family:"Skerry";src:url(http://glyphshed.localhost${port}/skerry.woff2) format("woff2")}`,
            );
        },
        '/skerry.woff2': ({ res }) => {
          res.set('access-control-allow-origin', '*').type('font/woff2').send(Buffer.from('wOF2'));
        },
      },
    },
    {
      host: 'swifttil.localhost',
      name: 'Swifttil payments',
      purpose: 'necessary',
      what: 'A payment provider that guards against fraud.',
      answers: {
        '/till.js': script('swifttil'),
        '/risk': (a) => {
          allowCredentials(a);
          recognise(a, 'st_risk', 3600 * 1000);
          nothing(a);
        },
      },
    },
    {
      host: 'parcelmoon.localhost',
      name: 'Parcelmoon delivery',
      purpose: 'necessary',
      what: 'A content delivery host for the site’s own pictures.',
      answers: {
        '/ferry.svg': ({ res }) => {
          res.set('cache-control', 'max-age=60').type('svg').send(FERRY);
        },
      },
    },
    {
      host: 'cargowren.localhost',
      name: 'Cargowren audience',
      purpose: 'measurement',
      what: 'A pixel that only those who have signed in to the freight desk see.',
      answers: {
        '/px.gif': (a) => {
          recognise(a, 'cw_id');
          pixel(a);
        },
      },
    },
    {
      host: 'freshplover.localhost',
      name: 'Freshplover offers',
      purpose: 'advertising',
      what: 'A tag that somebody brought in lately.',
      answers: {
        '/f.js': script('freshplover'),
        '/px.gif': (a) => {
          recognise(a, 'fpl_id');
          pixel(a);
        },
      },
    },
    ...difficult(script),
  ];
}

/** Those that make a scan hard: slow, silent, broken, late, and rare. */
function difficult(script: Script): ThirdParty[] {
  const withCookie = (name: string) => (a: Answering) => {
    recognise(a, name);
    pixel(a);
  };
  return [
    {
      host: 'slowmill.localhost',
      name: 'Slowmill surveys',
      purpose: 'measurement',
      what: 'A survey whose script takes its time.',
      answers: {
        '/w.js': (a) => void setTimeout(() => script('slowmill')(a), 1500),
        '/t.gif': withCookie('sm_id'),
      },
    },
    {
      host: 'stillpond.localhost',
      name: 'Stillpond counters',
      purpose: 'measurement',
      what: 'A counter that never answers.',
      answers: { '/q.gif': () => {} },
    },
    {
      host: 'brokenoar.localhost',
      name: 'Brokenoar offers',
      purpose: 'advertising',
      what: 'An advertiser whose server is down: it breaks off or fails.',
      answers: {
        '/b.js': ({ res }) => void res.destroy(),
        '/e.gif': ({ res }) => void res.status(503).end(),
      },
    },
    {
      host: 'lateheron.localhost',
      name: 'Lateheron banners',
      purpose: 'advertising',
      what: 'A picture far down the page, fetched when it comes into sight.',
      answers: { '/px.gif': withCookie('lh_id') },
    },
    {
      host: 'dawdlewren.localhost',
      name: 'Dawdlewren offers',
      purpose: 'advertising',
      what: 'A tag that begins long after the page has loaded.',
      answers: { '/px.gif': withCookie('dw_id') },
    },
    ...RARE_HOSTS.map(
      (host): ThirdParty => ({
        host,
        name: `Manylarks ${host.split('.')[0]}`,
        purpose: 'advertising',
        what: 'A pixel that stands on few pages only.',
        answers: { '/px.gif': withCookie('lark') },
      }),
    ),
  ];
}

const FERRY = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 640 180"><path fill="#9fc3cf" d="M0 0h640v180H0z"/>
<path fill="#f6f1e4" d="M150 84h300l-14 22H164zM210 62h180v20H210zM330 34h34v26h-34z"/><path fill="#123c4f" d="M120 106h372l-34 34H154z"/>
<path fill="#c9532b" d="M334 34h26v9h-26z"/><path fill="#1d6078" d="M0 138c40-9 60 9 100 0s60 9 100 0 60 9 100 0 60 9 100 0 60 9 100 0 60 9 140 0v42H0z"/></svg>`;

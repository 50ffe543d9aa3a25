import { type PastChoice, RECORD_ASKED } from '@douane/core/consent/choice-history';
import { lookUpLanguage } from '@douane/core/language';
import {
  cookiePolicy,
  declarationPolicy,
  isForPlace,
  type PolicyContent,
  type Reading,
  type VersionFacts,
} from '@douane/core/policy';
import type { Release } from '@douane/core/release';
import { POLICY_FORMS, type PolicyForm, policyFileAs, policyForm } from '@douane/gate';
import { CannotRun, printedPage } from '@douane/scanner';
import { type Request, type Response, Router } from 'express';
import { z } from 'zod';
import type { ServerContext } from '../context';
import type { LivePolicy } from '../db/policy-versions.sql';
import { notFound, Problem } from '../problems';
import type { Served } from './served-sites';

/** How long a policy may be kept before it is asked for again, in seconds. */
const LIFE = 60;
/** Nothing runs in the page of a policy, and nothing is loaded. */
const PAGE = "default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'; form-action 'self'";
/** Longest text that is looked for. */
const LONGEST_FIND = 100;

/** A document that visitors can read, and what of it changes when it says something else. */
interface Readable {
  /** What its files begin with. */
  file: string;
  hash: string;
  version: VersionFacts;
  history: NonNullable<Reading['history']>;
  content(release: Release, language: string): PolicyContent;
  /** One of its history; what is looked for would be looked for in the one that is live. */
  past?: boolean;
}

/**
 * A site's policies: `/g/SITE/policies` lists them, `/g/SITE/policies/NAME` is one in the language that its reader wants
 * most, `NAME.LANGUAGE.FORM` in one that is named, `/g/SITE/policy` the cookie policy, `/g/SITE/declaration.LANGUAGE.FORM`
 * the list of what is stored alone. `?version=` asks for an earlier one where its history is open, `?record=` for what was
 * chosen by that record and before it.
 */
export function policyRoutes({ served, placeOf }: Pick<ServerContext, 'served' | 'placeOf'>): Router {
  const router = Router();

  const inForce = async (req: Request): Promise<Served> => {
    const site = await served.site(String(req.params.key));
    const release = site && (await served.inForce(site));
    if (!release) throw notFound('policy');
    return release;
  };

  router.get('/:key/policies', async (req, res) => {
    const at = await inForce(req);
    const policies = await served.livePolicies(at.site);
    res.set({ 'access-control-allow-origin': '*', 'cache-control': `public, max-age=${LIFE}` }).json({
      policies: policies.map(({ name, kind, agree, places, number, hash, liveFrom, content }) => ({
        ...{ name, kind, agree, places, version: number, hash, from: liveFrom, audience: content.audience },
        titles: Object.fromEntries(Object.entries(content.languages).map(([tag, { title }]) => [tag, title])),
        address: `${req.baseUrl}/${at.site.key}/policies/${name}`,
      })),
    });
  });

  router.get(['/:key/policies/:name.:language.:form', '/:key/policies/:name'], async (req, res) => {
    const at = await inForce(req);
    const name = String(req.params.name);
    const wanted = typeof req.query.version === 'string' ? Number(req.query.version) : null;
    const live = (await served.livePolicies(at.site)).find((one) => one.name === name);
    const asked =
      wanted === null || wanted === live?.number
        ? live
        : Number.isInteger(wanted) && wanted > 0 && wanted < 2 ** 31
          ? await served.pastPolicy(at.site, name, wanted)
          : undefined;
    if (!asked) throw notFound('policy');
    await send(req, res, at, { ...readable(asked), past: asked !== live });
  });

  router.get(['/:key/policy', '/:key/policy.:language.:form'], async (req, res) => {
    const at = await inForce(req);
    const code = placeOf(req) || null;
    const ofKind = (await served.livePolicies(at.site)).filter(({ kind }) => kind === 'cookies');
    const written = ofKind.find(({ places }) => isForPlace(places, code));
    // Where it depends on the reader's place nobody between may keep it for the next.
    if (ofKind.some(({ places }) => places.length > 0)) res.locals.ofPlace = true;
    await send(
      req,
      res,
      at,
      written
        ? { ...readable(written), file: 'policy', history: withAddress(written.history, `policies/${written.name}`) }
        : unwritten('policy', at, cookiePolicy),
    );
  });

  router.get('/:key/declaration.:language.:form', async (req, res) => {
    const at = await inForce(req);
    await send(req, res, at, unwritten('declaration', at, declarationPolicy));
  });

  async function send(
    req: Request,
    res: Response,
    at: Served,
    { file, hash, version, history, content, past = false }: Readable,
  ): Promise<void> {
    const { language: asked, form: of = 'html' } = req.params as Record<string, string | undefined>;
    const { languages } = at.release.setup.banner;
    const wanted = asked === undefined ? [...req.acceptsLanguages(), languages[0]!] : [asked];
    const language = wanted.map((one) => lookUpLanguage(one, languages)).find((one) => one !== undefined);
    const form = of === 'pdf' ? of : policyForm(of);
    if (!form || language === undefined || (asked !== undefined && asked !== language))
      throw notFound('policy in this language and form');
    const name = `${file}/${hash}/${language}/${form}`;
    const choices = form === 'html' && !past ? await choicesTold(req, at) : [];
    const find = typeof req.query.find === 'string' ? req.query.find.trim().slice(0, LONGEST_FIND) : '';
    const inForm = (release: Release, form: PolicyForm, find: string) =>
      policyFileAs(
        { name: file, content: content(release, language), version, history, choices, ...(!past && { find }) },
        ...([release, language, form] as const),
      );
    const body =
      form === 'pdf'
        ? await served.document(at, name, (release) => printed(inForm(release, 'html', '')))
        : find || choices.length > 0 // there is no end of what can be looked for, and choices are one reader's: none is kept
          ? inForm(at.release, form, find)
          : served.document(at, name, (release) => inForm(release, form, ''));
    res
      .set({
        'access-control-allow-origin': '*',
        'cache-control':
          choices.length > 0 ? 'private, no-store' : `${res.locals.ofPlace ? 'private' : 'public'}, max-age=${LIFE}`,
        'content-language': language,
        ...(asked === undefined && { vary: 'accept-language' }),
        // The number of a record in the address is its reader's alone.
        ...(form === 'html' && { 'content-security-policy': PAGE, 'referrer-policy': 'no-referrer' }),
      })
      .type(form === 'pdf' ? 'application/pdf' : `${POLICY_FORMS[form]}; charset=utf-8`)
      .send(body);
  }
  return router;

  /** What the reader chose, by the number of his record; nobody else has that number, and only the page's own search and languages lead on with it. */
  async function choicesTold(req: Request, { site }: Served): Promise<PastChoice[]> {
    const record = z.uuid().safeParse(req.query[RECORD_ASKED]);
    if (!record.success) return [];
    try {
      return await served.choices(site, record.data);
    } catch (cause) {
      // A policy can be read also while nobody can be told what he chose.
      console.error(`choices of a reader: ${(cause as Error).message}`);
      return [];
    }
  }
}

/** A page as a PDF; says so where this machine has no browser to print it. */
const printed = (page: string): Promise<Buffer> =>
  printedPage(page).catch((cause: Error) => {
    if (!(cause instanceof CannotRun)) throw cause;
    console.error(`a policy as PDF: ${cause.message}`);
    throw new Problem(503, 'No PDF can be made here at the moment', 'The same policy is there as html, md and txt.');
  });

/** `page`: where the versions are, from where they are told of. */
const withAddress = (history: LivePolicy['history'], page: string) =>
  history.map((one) => ({ ...one, address: `${page}?version=${one.number}` }));

const readable = ({ name, hash, number, liveFrom, history, content }: LivePolicy): Readable => ({
  ...{
    file: name,
    hash: `${hash}/${number}/${history.length}`,
    history: withAddress(history, ''),
    version: { number, from: liveFrom.toISOString().slice(0, 10) },
  },
  content: () => content,
});

/** One that nobody wrote: it is made of the release alone. */
const unwritten = (file: string, { release }: Served, content: Readable['content']): Readable => ({
  ...{ file, hash: '', history: [], content, version: { number: release.number, from: release.compiledOn } },
});

import { type AgreementWords, agreementWords, type PolicyStanding, pendingOf, titleIn } from '@douane/core/agreements';
import { directionOf } from '@douane/core/language';
import { htmlText } from '@douane/core/observe';
import { COUNTRIES } from '@douane/core/places';
import { pageStyle } from '@douane/core/policy';
import { withFacts } from '@douane/core/texts';
import { type Request, type Response, Router, urlencoded } from 'express';
import { rateLimit } from 'express-rate-limit';
import { z } from 'zod';
import {
  type AgreeingSite,
  answerFor,
  answersTo,
  askGuardian,
  lacksAge,
  type PersonStanding,
  standingOf,
  takeAge,
} from '../agreements/agreeing';
import { readTicket } from '../agreements/pseudonym';
import type { ServerContext } from '../context';
import { agreementSettings, guardianAsked, noteGuardian } from '../db/agreements.sql';
import { sha256 } from '../gate-code';
import { notFound } from '../problems';
import type { Served } from './served-sites';

/** What somebody may send within a minute from one address. */
const MOST_SENT = { windowMs: 60_000, limit: 60 };

/** A page that has a form and nothing that runs. */
interface Screen {
  words: AgreementWords;
  language: string;
  served: Served;
  body: string;
  /** Where its form may lead in the end. */
  back: string | null;
}

/**
 * Our screen for agreements, and the one of parents and guardians: forms without a script, so that they work everywhere.
 * Whoever comes is known by a signed link alone, which names nobody.
 */
export function agreementScreen(context: ServerContext): Router {
  const { db, served, config, placeOf } = context;
  const router = Router();
  const limit = rateLimit({
    ...MOST_SENT,
    legacyHeaders: false,
    validate: { xForwardedForHeader: false, forwardedHeader: false },
  });
  const form = urlencoded({ extended: false, limit: '16kb' });

  /** The site of the address with what is in force. */
  async function siteOf(req: Request): Promise<{ at: Served; site: AgreeingSite; key: Buffer }> {
    const found = await served.site(String(req.params.key));
    const at = found && (await served.inForce(found));
    if (!found || !at) throw notFound('site');
    const { organisationId, siteId, key } = found;
    const { key: secret } = await agreementSettings(db, { organisationId, siteId });
    return { at, site: { organisationId, siteId, key }, key: secret };
  }

  const wanted = (req: Request, at: Served, own?: string | null) => {
    const { languages } = at.release.setup.banner;
    return agreementWords([...(own ? [own] : []), ...req.acceptsLanguages(), ...languages]);
  };

  /** A place to go back to, if it is one of the site's own addresses. */
  const ownPlace = ({ release: { origins, setup } }: Served, to: string | null): string => {
    const own = [...origins.counted, ...origins.staging];
    return to !== null && URL.canParse(to) && own.includes(new URL(to).origin) ? to : setup.site.address;
  };

  router.get('/:key/agree', async (req, res) => {
    const { at, site, key } = await siteOf(req);
    const ticket = readTicket(key, req.query.ticket, Date.now() / 1000);
    if (!ticket) return show(res, { ...wanted(req, at), served: at, back: null, body: '' }, 410);
    const standing = await standingOf(db, site, ticket.person);
    const { words, language } = wanted(req, at, standing.person.language);
    const screen = { words, language, served: at, back: ownPlace(at, ticket.to) };
    const ticketSent = String(req.query.ticket);
    const body = (await lacksAge(db, site, standing))
      ? ageForm(screen, ticketSent, { country: placeOf(req).split('-')[0]! })
      : questions(standing, screen, ticketSent);
    show(res, { ...screen, body });
  });

  router.post('/:key/agree', limit, form, async (req, res) => {
    const { at, site, key } = await siteOf(req);
    const sent = sentSchema.parse(req.body ?? {});
    const ticket = readTicket(key, sent.ticket, Date.now() / 1000);
    if (!ticket) return show(res, { ...wanted(req, at), served: at, back: null, body: '' }, 410);
    const standing = await standingOf(db, site, ticket.person);
    const { words, language } = wanted(req, at, standing.person.language);
    const screen = { words, language, served: at, back: ownPlace(at, ticket.to) };
    if (sent.guardian !== undefined) {
      const mail = z.email().safeParse(sent.guardian.trim());
      if (!mail.success)
        return show(
          res,
          { ...screen, body: questions(standing, screen, sent.ticket, { mail: words.guardianWrong }) },
          422,
        );
      await askGuardian(db, config, site, at.release.setup.site.name, { person: ticket.person, mail: mail.data });
      return show(res, { ...screen, body: said(words.guardianAsked, screen) });
    }
    if (await lacksAge(db, site, standing)) {
      const told = ageSchema.safeParse(sent);
      if (!told.success) {
        const given = { country: sent.country ?? '', age: sent.age };
        return show(res, { ...screen, body: ageForm(screen, sent.ticket, given) }, 422);
      }
      await takeAge(db, site, standing.person, told.data);
      return res.redirect(303, `${req.baseUrl}/${site.key}/agree?ticket=${encodeURIComponent(sent.ticket)}`);
    }
    const open = pendingOf(standing.policies);
    const ticked = new Set([sent.agree ?? []].flat());
    const forgotten = open.filter(({ policy }) => policy.must && !ticked.has(policy.name));
    if (!sent.none && forgotten.length > 0) {
      const problems = { must: new Set(forgotten.map(({ policy }) => policy.name)), ticked };
      return show(res, { ...screen, body: questions(standing, screen, sent.ticket, problems) }, 422);
    }
    const yes = sent.none ? [] : open.filter(({ policy }) => ticked.has(policy.name));
    const no = open.filter((one) => !yes.includes(one));
    await answerFor(db, site, ticket.person, [...answersTo(yes, 'agreed'), ...answersTo(no, 'declined')], {
      way: 'screen',
    });
    res.redirect(303, screen.back);
  });

  router.get('/:key/guardian', async (req, res) => {
    const { at, site } = await siteOf(req);
    const screen = { ...wanted(req, at), served: at, back: null };
    const asked = await guardianAsked(db, site, sha256(String(req.query.token ?? '')));
    if (!asked || asked.answered) return show(res, { ...screen, body: '' }, 410);
    const { policies } = await standingOf(db, site, asked.person);
    show(res, { ...screen, body: guardianForm(policies, screen, String(req.query.token)) });
  });

  router.post('/:key/guardian', limit, form, async (req, res) => {
    const { at, site } = await siteOf(req);
    const sent = guardianSchema.parse(req.body ?? {});
    const screen = { ...wanted(req, at), served: at, back: null };
    const hash = sha256(sent.token);
    const asked = await guardianAsked(db, site, hash);
    if (!asked || asked.answered) return show(res, { ...screen, body: '' }, 410);
    const { policies } = await standingOf(db, site, asked.person);
    const ticked = new Set(sent.none ? [] : [sent.agree ?? []].flat());
    const yes = policies.filter(({ policy }) => ticked.has(policy.name));
    const no = policies.filter(({ policy }) => !ticked.has(policy.name));
    await answerFor(db, site, asked.person, [...answersTo(yes, 'agreed'), ...answersTo(no, 'declined')], {
      way: 'guardian',
      by: asked.guardian,
    });
    await noteGuardian(db, site, hash);
    show(res, { ...screen, body: said(screen.words.thanks, screen) });
  });
  return router;
}

const names = z.union([z.string().max(80), z.array(z.string().max(80)).max(200)]).optional();
const sentSchema = z.object({
  ticket: z.string().max(6_000).default(''),
  agree: names,
  none: z.string().optional(),
  guardian: z.string().max(320).optional(),
  age: z.string().max(10).optional(),
  country: z.string().max(10).optional(),
});
/** Where somebody lives, and how old he is in whole years. */
const ageSchema = z.object({
  age: z
    .string()
    .trim()
    .regex(/^\d{1,3}$/)
    .transform(Number)
    .pipe(z.number().max(130)),
  country: z.string().refine((code) => COUNTRIES.some((one) => one.code === code)),
});
const guardianSchema = z.object({ token: z.string().max(100).default(''), agree: names, none: z.string().optional() });

type Frame = Pick<Screen, 'words' | 'language' | 'served' | 'back'>;

function questions(
  { policies }: PersonStanding,
  { words, ...screen }: Frame,
  ticket: string,
  problems: { must?: ReadonlySet<string>; ticked?: ReadonlySet<string>; mail?: string } = {},
): string {
  const hidden = `<input type="hidden" name="ticket" value="${htmlText(ticket)}">`;
  if (policies.some(({ standing }) => standing === 'guardian')) {
    const wrong = problems.mail ? `<p id="wrong" role="alert">${htmlText(problems.mail)}</p>` : '';
    return `<p>${htmlText(words.guardianFirst)}</p><form method="post">${hidden}<label for="guardian">${htmlText(words.guardianMail)}</label><input id="guardian" name="guardian" type="email" required autocomplete="off"${wrong ? ' aria-invalid="true" aria-describedby="wrong"' : ''}>${wrong}<p><button>${htmlText(words.guardianAsk)}</button></p></form>`;
  }
  const open = pendingOf(policies);
  if (open.length === 0) return said(words.allDone, { words, ...screen });
  return `<p>${htmlText(words.lead)}</p>${tickForm(open, { words, ...screen }, hidden, problems)}`;
}

/** Asked before anything else where the site told no age. `age`: what was given and is none. */
function ageForm(
  { words, language }: Frame,
  ticket: string,
  { country, age }: { country: string; age?: string },
): string {
  const names = new Intl.DisplayNames(language, { type: 'region' });
  const options = COUNTRIES.map(({ code, name }) => ({ code, name: names.of(code) ?? name }))
    .sort((a, b) => a.name.localeCompare(b.name, language))
    .map(
      ({ code, name }) => `<option value="${code}"${code === country ? ' selected' : ''}>${htmlText(name)}</option>`,
    );
  const wrong = age === undefined ? '' : `<p id="wrong" role="alert">${htmlText(words.ageWrong)}</p>`;
  const marks = wrong ? ' aria-invalid="true" aria-describedby="wrong"' : '';
  return `<p>${htmlText(words.ageLead)}</p><form method="post"><input type="hidden" name="ticket" value="${htmlText(ticket)}"><label for="country">${htmlText(words.ageCountry)}</label><select id="country" name="country" required><option value=""></option>${options.join('')}</select><label for="age">${htmlText(words.ageYears)}</label><input id="age" name="age" inputmode="numeric" required autocomplete="off" size="4" value="${htmlText(age ?? '')}"${marks}>${wrong}<p><button>${htmlText(words.ageGoOn)}</button></p></form>`;
}

const guardianForm = (policies: readonly PolicyStanding[], screen: Frame, token: string): string =>
  `<p>${htmlText(screen.words.guardianLead)}</p>${tickForm(policies, screen, `<input type="hidden" name="token" value="${htmlText(token)}">`)}`;

/** One tick box a policy, never ticked beforehand (CJEU C-673/17). */
function tickForm(
  policies: readonly PolicyStanding[],
  { words, language, served }: Frame,
  hidden: string,
  { must = new Set(), ticked = new Set() }: { must?: ReadonlySet<string>; ticked?: ReadonlySet<string> } = {},
): string {
  const rows = policies.map(({ policy }, i) => {
    const title = titleIn(policy, language);
    const wrong = must.has(policy.name);
    const problem = wrong ? `<p id="p${i}" role="alert">${htmlText(words.tickMust)}</p>` : '';
    const marks = `${ticked.has(policy.name) ? ' checked' : ''}${wrong ? ` aria-invalid="true" aria-describedby="p${i}"` : ''}`;
    return `<fieldset><legend>${htmlText(title)}</legend><p>${htmlText(policy.must ? words.must : words.may)}. <a href="/g/${htmlText(served.site.key)}/policies/${htmlText(policy.name)}" target="_blank" rel="noopener">${htmlText(words.read)}: ${htmlText(title)}</a></p><label><input type="checkbox" name="agree" value="${htmlText(policy.name)}"${marks}> ${htmlText(withFacts(words.agree, { title }))}</label>${problem}</fieldset>`;
  });
  return `<form method="post">${hidden}${rows.join('')}<p class="acts"><button>${htmlText(words.save)}</button><button name="none" value="1">${htmlText(words.refuse)}</button></p></form>`;
}

const said = (text: string, { words, back, served }: Frame): string =>
  `<p>${htmlText(text)}</p><p><a href="${htmlText(back ?? served.release.setup.site.address)}">${htmlText(words.back)}</a></p>`;

const STYLE = `fieldset{border:1px solid;margin:0 0 1rem;padding:.5rem 1rem}legend{font-weight:700}form label{display:block;padding-block:.4rem}input[type=checkbox]{width:1.2rem;height:1.2rem;vertical-align:-.2rem}input[type=email],select{font:inherit;padding:.4rem;width:100%;max-width:24rem;box-sizing:border-box}#age{font:inherit;padding:.4rem}button{font:inherit;padding:.5rem 1rem;cursor:pointer}.acts{display:flex;flex-wrap:wrap;gap:.75rem}[role=alert]{font-weight:700;border-inline-start:4px solid;padding-inline-start:.6rem}`;

function show(res: Response, { words, language, served, body, back }: Screen, status = 200): void {
  const { site, banner } = served.release.setup;
  const text =
    body || `<p>${htmlText(words.old)}</p><p><a href="${htmlText(site.address)}">${htmlText(words.back)}</a></p>`;
  // A form's answer may lead back to the site.
  const ends = back ? ` ${new URL(back).origin}` : '';
  res
    .status(status)
    .set({
      'cache-control': 'no-store',
      'referrer-policy': 'no-referrer',
      'content-security-policy': `default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'${ends}`,
    })
    .type('text/html; charset=utf-8')
    .send(
      `<!doctype html><html lang="${language}" dir="${directionOf(language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${htmlText(words.title)}, ${htmlText(site.name)}</title><style>${pageStyle(banner.face)}${STYLE}</style></head><body><header><a href="${htmlText(site.address)}">${htmlText(site.name)}</a></header><main><h1>${htmlText(words.title)}</h1>${text}</main></body></html>`,
    );
}

import { regimeById } from '../regimes/catalogue';
import { plural } from '../words/index';
import type { NextStep, RunWord, SiteState, Stage, Station } from './types';

const underWay = (state: RunWord) => state === 'queued' || state === 'running' || state === 'cancelling';

/** How each stage of a site stands, in marks and words. Times are left to the interface, which knows the clock. */
export function stagesOf(state: SiteState): Record<Station, Stage> {
  return {
    scan: scanStage(state),
    classify: classifyStage(state),
    regions: regionsStage(state),
    banner: bannerStage(state),
    policies: policiesStage(state),
    install: installStage(state),
    check: checkStage(state),
    records:
      state.records > 0
        ? { mark: 'in-order', text: plural(state.records, 'record') }
        : { mark: 'nothing', text: 'none yet' },
  };
}

const withdrawn = ({ regimes }: SiteState) => regimes.filter((id) => !regimeById(id)).length;

function regionsStage(state: SiteState): Stage {
  const { regimes, siteRules } = state;
  const detail = regimes.map((id) => regimeById(id)?.name ?? id).join(' · ');
  const gone = withdrawn(state);
  if (gone > 0) return { mark: 'slipped', text: `${plural(gone, 'law')} known no more`, detail };
  const rules = siteRules > 0 ? `, ${plural(siteRules, 'rule')}` : '';
  return { mark: 'in-order', text: `${plural(regimes.length, 'law')}${rules}`, detail };
}

function scanStage({ scan, alarms }: SiteState): Stage {
  if (!scan) return { mark: 'nothing', text: 'never' };
  if (underWay(scan.state)) return { mark: 'running', text: 'running', detail: plural(scan.pages, 'page') };
  if (scan.state === 'failed') return { mark: 'slipped', text: 'failed', detail: scan.why ?? undefined };
  const detail = `${plural(scan.pages, 'page')}, ${plural(scan.items, 'item')}`;
  if (alarms > 0) return { mark: 'slipped', text: plural(alarms, 'alarm'), detail };
  return scan.state === 'cancelled'
    ? { mark: 'waits', text: 'cancelled', detail }
    : { mark: 'in-order', text: 'done', detail };
}

function classifyStage({ scan, openItems, ruledItems }: SiteState): Stage {
  if (!scan || openItems + ruledItems === 0) return { mark: 'nothing', text: 'nothing to rule' };
  const detail = `${ruledItems} ruled`;
  return openItems > 0
    ? { mark: 'waits', text: `${openItems} open`, detail }
    : { mark: 'in-order', text: '0 open', detail };
}

function bannerStage({ version, newest, draftDiffers, paused }: SiteState): Stage {
  if (version === null) {
    return newest === null
      ? { mark: 'nothing', text: 'not published' }
      : { mark: 'waits', text: `v${newest}`, detail: 'not in force yet' };
  }
  if (paused) return { mark: 'waits', text: `v${version}`, detail: 'paused: nobody is asked' };
  if (newest !== null && newest !== version) {
    return { mark: 'waits', text: `v${version}`, detail: newest > version ? `v${newest} is not in force` : undefined };
  }
  if (draftDiffers > 0) return { mark: 'waits', text: `v${version}`, detail: `draft differs in ${draftDiffers}` };
  return { mark: 'in-order', text: `v${version}`, detail: 'published' };
}

function policiesStage({ policies: { all, live, inReview, approved } }: SiteState): Stage {
  if (all === 0) return { mark: 'nothing', text: 'none yet' };
  const text = `${live} live`;
  if (inReview > 0) return { mark: 'waits', text, detail: `${inReview} in review` };
  if (approved > 0) return { mark: 'waits', text, detail: `${approved} approved, not live` };
  return live < all ? { mark: 'waits', text, detail: plural(all - live, 'draft') } : { mark: 'in-order', text };
}

function installStage({ gate }: SiteState): Stage {
  if (!gate) return { mark: 'nothing', text: 'not looked' };
  if (underWay(gate.state)) return { mark: 'running', text: 'looking' };
  if (gate.state !== 'done') return { mark: 'slipped', text: 'not seen', detail: gate.why ?? undefined };
  const text = `first on ${gate.first} of ${gate.of}`;
  return gate.first === gate.of ? { mark: 'in-order', text } : { mark: 'slipped', text };
}

function checkStage({ check, version }: SiteState): Stage {
  if (!check) return { mark: 'nothing', text: 'never' };
  if (underWay(check.state)) return { mark: 'running', text: 'running' };
  if (check.state !== 'done') return { mark: 'slipped', text: check.state, detail: check.why ?? undefined };
  const cases = `of ${plural(check.cases, 'case')}`;
  if (check.slipped > 0) return { mark: 'slipped', text: `${check.slipped} slipped`, detail: cases };
  if (check.failed) return { mark: 'slipped', text: `${check.failed} not checked`, detail: cases };
  const stale = check.version !== version;
  return stale
    ? { mark: 'waits', text: 'clean, but older', detail: 'published since' }
    : { mark: 'in-order', text: 'clean', detail: cases };
}

/** The one next thing to do on a site. */
export function nextStep(state: SiteState): NextStep {
  const { scan, openItems, version, newest, draftDiffers, gate, check } = state;
  const need = (station: Station, words: string): NextStep => ({ station, words, needed: true });
  const wait = (station: Station, words: string): NextStep => ({ station, words, needed: false });
  if (!scan) return need('scan', 'Scan the site');
  if (underWay(scan.state)) return wait('scan', 'The scan is running');
  if (scan.state === 'failed') return need('scan', 'See why the scan failed');
  if (check?.state === 'done' && check.slipped > 0 && check.version === version && draftDiffers === 0) {
    return need('check', `See the ${plural(check.slipped, 'item')} that slipped`);
  }
  if (state.alarms > 0) return need('scan', `See ${plural(state.alarms, 'alarm')} about new things`);
  if (openItems > 0) return need('classify', `Rule ${plural(openItems, 'open item')}`);
  if (withdrawn(state) > 0) return need('regions', `Decide about ${plural(withdrawn(state), 'law')} known no more`);
  if (newest === null) return need('banner', 'Publish the first release');
  if (draftDiffers > 0) return need('banner', `Publish v${newest + 1}`);
  if (version === null) return wait('banner', `v${newest} comes into force later`);
  if (state.paused) return need('banner', 'Show the banner again');
  if (!gate) return need('install', 'Install the gate');
  if (underWay(gate.state)) return wait('install', 'Looking for the gate');
  if (gate.state !== 'done' || gate.first < gate.of) return need('install', 'Put the gate first on every page');
  if (check && underWay(check.state)) return wait('check', 'The check is running');
  if (!check || check.version !== version) return need('check', `Check v${version}`);
  if (check.state !== 'done' || check.failed) return need('check', 'Check again');
  const { all, live, approved } = state.policies;
  if (all === 0) return need('policies', 'Write the first policy');
  if (approved > 0) return need('policies', 'Have what is approved be live');
  if (live === 0) return need('policies', 'Hand the first policy in');
  return wait('check', 'Nothing to do');
}

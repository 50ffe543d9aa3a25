import type {
  AccessTokenList,
  AgreementLedgerState,
  AgreementOverview,
  AgreementsOverTime,
  AlarmList,
  AnswerList,
  Board,
  CheckSetup,
  Comparison,
  Draft,
  FieldHostList,
  FilterList,
  HouseRuleList,
  ItemDetail,
  ItemList,
  Knowledge,
  LeftToDo,
  LookList,
  PolicyChanges,
  PolicyComments,
  PolicyList,
  PolicyVersionText,
  RecordList,
  ReleasedSetup,
  Run,
  RunList,
  ScanSetup,
  ServiceList,
  SiteDifferences,
  SitePicture,
  SiteSummary,
} from '@douane/api';
import type { PictureOf } from '@douane/core/scan';
import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import type { ListFilter } from '../views/classify/inventory';
import { call } from './client';

/** Every query of the interface; the first two parts of a key are what a live change names. */
export const board = () => queryOptions({ queryKey: ['board'], queryFn: () => call<Board>('GET', '/board') });

export const site = (id: string) =>
  queryOptions({ queryKey: ['site', id], queryFn: () => call<SiteSummary>('GET', `/sites/${id}`) });

export const runs = <R extends Run>(siteId: string, kind: Run['kind']) =>
  queryOptions({ queryKey: [kind, siteId], queryFn: () => call<RunList<R>>('GET', `/sites/${siteId}/${kind}s`) });

/** A run with its report. A finished one never changes. */
export const run = <R extends Run>(siteId: string, kind: Run['kind'], id: string | undefined) =>
  queryOptions({
    queryKey: [kind, siteId, id],
    queryFn: () => call<R>('GET', `/runs/${id}`),
    enabled: id !== undefined,
    placeholderData: keepPreviousData,
  });

/** Tokens of the organisation, by which pipelines hand checks in. */
export const accessTokens = () =>
  queryOptions({ queryKey: ['access-tokens'], queryFn: () => call<AccessTokenList>('GET', '/access-tokens') });

export const policies = (siteId: string) =>
  queryOptions({
    queryKey: ['policies', siteId],
    queryFn: () => call<PolicyList>('GET', `/sites/${siteId}/policies`),
  });

export const agreements = (siteId: string) =>
  queryOptions({
    queryKey: ['agreements', siteId],
    queryFn: () => call<AgreementOverview>('GET', `/sites/${siteId}/agreements`),
  });

export const agreementsOverTime = (siteId: string) =>
  queryOptions({
    queryKey: ['agreements', siteId, 'over-time'],
    queryFn: () => call<AgreementsOverTime>('GET', `/sites/${siteId}/agreements/over-time`),
  });

export const agreementLedger = (siteId: string) =>
  queryOptions({
    queryKey: ['agreements', siteId, 'ledger'],
    queryFn: () => call<AgreementLedgerState>('GET', `/sites/${siteId}/agreements/ledger`),
  });

export const policyChanges = (siteId: string, policyId: string) =>
  queryOptions({
    queryKey: ['policies', siteId, policyId, 'changes'],
    queryFn: () => call<PolicyChanges>('GET', `/sites/${siteId}/policies/${policyId}/changes`),
  });

export const policyComments = (siteId: string, policyId: string) =>
  queryOptions({
    queryKey: ['policies', siteId, policyId, 'comments'],
    queryFn: () => call<PolicyComments>('GET', `/sites/${siteId}/policies/${policyId}/comments`),
  });

/** What a version says; it never changes. */
export const policyVersion = (siteId: string, policyId: string, number: number) =>
  queryOptions({
    queryKey: ['policy-version', policyId, number],
    queryFn: () => call<PolicyVersionText>('GET', `/sites/${siteId}/policies/${policyId}/versions/${number}`),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const checkSetup = (siteId: string) =>
  queryOptions({
    queryKey: ['check-setup', siteId],
    queryFn: () => call<CheckSetup>('GET', `/sites/${siteId}/check-setup`),
  });

export const items = (siteId: string) =>
  queryOptions({
    queryKey: ['items', siteId],
    queryFn: () => call<ItemList>('GET', `/sites/${siteId}/items`),
  });

export const item = (siteId: string, id: string | undefined) =>
  queryOptions({
    queryKey: ['items', siteId, id],
    queryFn: () => call<ItemDetail>('GET', `/items/${id}`),
    enabled: id !== undefined,
    placeholderData: keepPreviousData,
  });

export const draft = (siteId: string) =>
  queryOptions({ queryKey: ['draft', siteId], queryFn: () => call<Draft>('GET', `/sites/${siteId}/draft`) });

/** What a release was made from, or the draft as it would be published now. */
export const releasedSetup = (siteId: string, version: string) =>
  queryOptions({
    queryKey: version === 'draft' ? ['draft', siteId, 'setup'] : ['release', siteId, version],
    queryFn: () => call<ReleasedSetup>('GET', `/sites/${siteId}/releases/${version}/setup`),
  });

/** What the organisation said of itself, the newest first. */
export const answers = () =>
  queryOptions({
    queryKey: ['organisation', 'answers'],
    queryFn: () => call<AnswerList>('GET', '/organisation/answers'),
  });

/** Looks that the organisation's sites share. */
export const looks = () =>
  queryOptions({ queryKey: ['organisation', 'looks'], queryFn: () => call<LookList>('GET', '/looks') });

export const picture = (siteId: string, device: PictureOf) =>
  queryOptions({
    queryKey: ['scan', siteId, 'picture', device],
    queryFn: () => call<SitePicture>('GET', `/sites/${siteId}/pictures/${device}`),
  });

export const records = (siteId: string, search: string) =>
  queryOptions({
    queryKey: ['records', siteId, search],
    queryFn: () => call<RecordList>('GET', `/sites/${siteId}/records?search=${encodeURIComponent(search)}`),
    placeholderData: keepPreviousData,
  });

export const scanSetup = (siteId: string) =>
  queryOptions({
    queryKey: ['scan-setup', siteId],
    queryFn: () => call<ScanSetup>('GET', `/sites/${siteId}/scan-setup`),
  });

export const comparison = (siteId: string, before: string | undefined, now: string | undefined) =>
  queryOptions({
    queryKey: ['comparison', siteId, before, now],
    queryFn: () => call<Comparison>('GET', `/scans/${before}/compared-with/${now}`),
    enabled: before !== undefined && now !== undefined && before !== now,
  });

export const alarms = (siteId: string) =>
  queryOptions({
    queryKey: ['alarms', siteId],
    queryFn: () => call<AlarmList>('GET', `/sites/${siteId}/alarms`),
  });

export const fieldHosts = (siteId: string) =>
  queryOptions({
    queryKey: ['field-hosts', siteId],
    queryFn: () => call<FieldHostList>('GET', `/sites/${siteId}/field-hosts`),
  });

export const filters = (siteId: string) =>
  queryOptions({
    queryKey: ['filters', siteId],
    queryFn: () => call<FilterList<ListFilter>>('GET', `/sites/${siteId}/filters`),
  });

/** What lies open after the rulings of an act. */
export const leftToDo = (siteId: string, act: string | undefined) =>
  queryOptions({
    queryKey: ['left-to-do', siteId, act],
    queryFn: () => call<LeftToDo>('GET', `/sites/${siteId}/left-to-do`),
  });

/** What rules without a person; of the organisation, so that a change anywhere in it makes it stale. */
export const knowledge = () =>
  queryOptions({ queryKey: ['knowledge'], queryFn: () => call<Knowledge>('GET', '/knowledge') });

export const houseRules = () =>
  queryOptions({
    queryKey: ['knowledge', 'rules'],
    queryFn: () => call<HouseRuleList>('GET', '/house-rules'),
  });

export const services = () =>
  queryOptions({
    queryKey: ['knowledge', 'services'],
    queryFn: () => call<ServiceList>('GET', '/services'),
  });

export const siteDifferences = () =>
  queryOptions({
    queryKey: ['knowledge', 'differences'],
    queryFn: () => call<SiteDifferences>('GET', '/differences'),
  });

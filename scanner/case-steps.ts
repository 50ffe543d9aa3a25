import { type Choosing, changedBy, isChoosing, type ShownOnce, type Step } from '@douane/core/check';
import type { Choice } from '@douane/core/regimes';
import { ageChoice, byPointer, type Hand, heldContent, RECORD_WAIT_MS, takeStep } from './consent-acts';
import { pause, type Visitor } from './visitor';
import type { RequestBook, SeenRequest } from './watch/requests';

/** A choice that the recorder confirmed. */
export interface Recorded extends Pick<Choice, 'purposes' | 'gpc'> {
  id: string;
  step: Choosing;
  clickedAtMs: number;
  atMs: number;
}

/** What came of the steps of a case. */
export interface Taken {
  recorded: Recorded[];
  /** From when on which choice stood, in order. */
  standing: ({ atMs: number; clickedAtMs?: number } & Choice)[];
  /** What kept it from going on. */
  problems: string[];
  shownOnce: ShownOnce[];
}

/** Takes the steps of a case in order, as a visitor would, each choice after the one before is on record. */
export class Steps {
  private readonly changed: { atMs: number; change: Partial<Choice> }[] = [];
  private readonly problems: string[] = [];
  private readonly shownOnce: ShownOnce[] = [];

  /**
   * @param records Address at which the site's recorder takes choices.
   * @param pages Those to go on to, in order; what was visited is taken out.
   */
  constructor(
    private readonly visitor: Visitor,
    private readonly records: string,
    private readonly pages: string[],
    private readonly goto: (page: string) => Promise<void>,
    private readonly hand: Hand,
  ) {}

  /** @param first The page on which the visit begins, and to which it comes back. */
  async take(steps: readonly Step[], first: string, signal?: AbortSignal): Promise<void> {
    let page = first;
    let made = 0;
    for (const step of steps) {
      if (signal?.aborted) return;
      if (isChoosing(step)) {
        try {
          await takeStep(this.visitor.page, step, this.hand);
        } catch {
          this.problems.push(`"${step}" could not be chosen: ${this.missing(step)}.`);
          return;
        }
        made += 1;
        const hindrance = await this.untilRecorded(made);
        if (hindrance) {
          this.problems.push(`The recorder did not confirm "${step}": ${hindrance}.`);
          return;
        }
        await this.visitor.page.waitForLoadState('load').catch(() => {}); // a withdrawal loads the page anew
        await this.visitor.settle(signal);
        continue;
      }
      if (step.startsWith('once:')) {
        if (!(await this.showOnce(step))) return;
        await this.visitor.settle(signal);
        continue;
      }
      if (step === 'onward') page = this.pages.shift() ?? first;
      else await this.visitor.comeAgain();
      const change = changedBy(step);
      if (Object.keys(change).length > 0) {
        this.changed.push({ atMs: this.visitor.clock.fromWall(Date.now()), change });
        if (!(await ageChoice(this.visitor.context, change))) {
          this.problems.push(`"${step}" could not be tried: the visitor’s browser keeps no choice.`);
          return;
        }
      }
      const now = this.visitor.clock.fromWall(Date.now());
      for (const one of this.shownOnce) if (one.page === page) one.untilMs ??= now;
      await this.goto(page);
    }
  }

  private async showOnce(step: Step): Promise<boolean> {
    const { page, clock } = this.visitor;
    try {
      const { button, url } = await heldContent(page, step);
      this.shownOnce.push({ fromMs: clock.fromWall(Date.now()), page: page.url(), url });
      await this.hand.press(button);
      await page.waitForLoadState('load').catch(() => {}); // a policy has the page loaded anew for it
      return true;
    } catch {
      this.problems.push(`"${step}" could not be tried: ${this.missing(step)}.`);
      return false;
    }
  }

  private missing(step: Step): string {
    const what = /^(once|always):/.test(step)
      ? 'nothing that is held for it stands on the page, or its button did not show'
      : 'the banner or its button did not show';
    return this.hand === byPointer ? what : `${what}, or cannot be reached by keyboard`;
  }

  /** To be called when all of the visit has been seen. */
  result(steps: readonly Step[]): Taken {
    const { clock } = this.visitor;
    const choosing = steps.filter(isChoosing);
    const recorded = this.confirmed().flatMap(({ request, ...said }, i): Recorded[] => {
      const step = choosing[i];
      const clickedAtMs = clock.fromMonotonic(request.sentAt);
      const atMs = clock.fromMonotonic(request.answeredAt ?? request.sentAt);
      return step === undefined ? [] : [{ ...said, step, clickedAtMs, atMs }];
    });
    const events = [
      ...recorded.map(({ atMs, clickedAtMs, purposes, gpc }) => ({
        ...{ atMs, clickedAtMs, made: { purposes, gpc }, change: {} },
      })),
      ...this.changed.map((one) => ({ ...one, clickedAtMs: undefined, made: undefined })),
    ].sort((a, b) => a.atMs - b.atMs);
    let choice: Choice | undefined;
    const standing = events.flatMap(({ atMs, clickedAtMs, made, change }) => {
      choice = made ?? (choice && { ...choice, ...change });
      return choice ? [{ atMs, clickedAtMs, ...choice }] : [];
    });
    return { recorded, standing, problems: this.problems, shownOnce: this.shownOnce };
  }

  private confirmed() {
    return confirmedRecords(this.visitor.watch.requests, this.records);
  }

  /** Waits until so many choices are on record; gives back why they are not, if so. */
  private async untilRecorded(count: number): Promise<string | null> {
    for (const end = Date.now() + RECORD_WAIT_MS; Date.now() < end; await pause(20)) {
      if (this.confirmed().length >= count) return null;
      const { status } = this.lastSent() ?? {};
      // What is wrong with it stays wrong; only with too many at once, or a fault of its own, is it worth to send it again.
      if (status && status >= 400 && status < 500 && status !== 429) return `it answered ${status}`;
    }
    const last = this.lastSent();
    if (!last) return `the page sent it nothing within ${RECORD_WAIT_MS / 1000} s`;
    return last.status ? `it answered ${last.status}` : `no answer within ${RECORD_WAIT_MS / 1000} s`;
  }

  private lastSent(): SeenRequest | undefined {
    return this.visitor.watch.requests.all.findLast(({ url, posted }) => url === this.records && posted);
  }
}

/** The choices that a site's recorder, at the address `records`, confirmed in a visit, in order. */
export function confirmedRecords(
  { all }: Pick<RequestBook, 'all'>,
  records: string,
): ({ request: SeenRequest } & Pick<Recorded, 'id' | 'purposes' | 'gpc'>)[] {
  return all.flatMap((request) => {
    if (request.url !== records || request.status !== 201 || !request.posted) return [];
    const { id = '', purposes, gpc } = JSON.parse(request.posted);
    return [{ request, id, purposes, gpc }];
  });
}

/**
 * One clock for a visit. The browser stamps requests with a monotonic time; scripts tell wall time. The first document
 * request ties the two together and is the visit's zero.
 */
export class VisitClock {
  private zero: { monotonic: number; wall: number; ours: { wall: number; running: number } } | null = null;

  /** Both in seconds, as `Network.requestWillBeSent` gives them. */
  start(monotonic: number, wall: number): void {
    this.zero ??= { monotonic, wall, ours: { wall: Date.now(), running: performance.now() } };
  }

  reset(): void {
    this.zero = null;
  }

  /** Milliseconds since the visit began, from a monotonic time in seconds. */
  fromMonotonic(seconds: number): number {
    return this.zero ? (seconds - this.zero.monotonic) * 1000 : 0;
  }

  /** Monotonic seconds now, as near as wall time tells. */
  monotonicNow(): number {
    return this.zero ? this.zero.monotonic + Date.now() / 1000 - this.zero.wall : 0;
  }

  /**
   * By how many milliseconds the clock of this machine was set since the visit began. What is told by wall time, such as
   * what scripts store, stands wrong by that against what is told by monotonic time.
   */
  setBy(): number {
    if (!this.zero) return 0;
    const { wall, running } = this.zero.ours;
    return Date.now() - wall - (performance.now() - running);
  }

  /** Milliseconds since 1970, from a monotonic time in seconds. */
  wallOf(seconds: number): number {
    return this.zero ? (this.zero.wall + seconds - this.zero.monotonic) * 1000 : Date.now();
  }

  /** Milliseconds since the visit began, from milliseconds since 1970. */
  fromWall(milliseconds: number): number {
    return this.zero ? milliseconds - this.zero.wall * 1000 : 0;
  }
}

/** Something that stops a scan or check before it begins, told in one sentence to the person who asked for it. */
export class CannotRun extends Error {
  override name = 'CannotRun';
}

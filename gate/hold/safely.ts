/**
 * Runs something that must not stop what comes after it. What it throws is told where errors of scripts are told, a
 * moment later.
 */
export function safely(run: () => void): void {
  try {
    run();
  } catch (error) {
    setTimeout(() => {
      throw error;
    });
  }
}

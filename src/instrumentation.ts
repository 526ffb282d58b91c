/** Called by the framework once, when the server has started. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs" || !process.env.TUMBEK_DATABASE) return;
  const { keepWorking } = await import("#server/jobs/index.ts");
  keepWorking();
}

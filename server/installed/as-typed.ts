/** A command as this person types it: `npm run backup` in the sources, `steady-reel backup` where it is installed. */
export function asTyped(name: string): string {
  return process.env['STEADY_REEL_COMMAND'] ? `${process.env['STEADY_REEL_COMMAND']} ${name}` : `npm run ${name}`;
}

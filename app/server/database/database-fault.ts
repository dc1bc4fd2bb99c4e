/**
 * What can be the matter with the file, in words: what is wrong, what is safe, what to do. Thrown where the database is
 * touched, shown by pages, answered to screens, printed at the start.
 */
export class DatabaseFault extends Error {
  constructor(
    readonly code: 'replaced' | 'full' | 'read-only' | 'damaged' | 'foreign' | 'too-new' | 'busy' | 'unreadable',
    message: string,
  ) {
    super(message);
  }

  /** Nothing was kept; it may be sent again once this is put right. */
  get status(): 503 | 507 {
    return this.code === 'full' ? 507 : 503;
  }
}

/** SQLite's own code in a sentence; null for what is a fault of ours. */
export function faultOf(error: unknown, file: string): DatabaseFault | null {
  if (error instanceof DatabaseFault) return error;
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  if (code === 'SQLITE_FULL' || code === 'ENOSPC' || code === 'SQLITE_IOERR_WRITE')
    return new DatabaseFault(
      'full',
      `The disk that holds ${file} is full, so nothing more is kept. What was recorded before is safe. Make room on it and go on; a Bench keeps its acts meanwhile and delivers them.`,
    );
  if (code.startsWith('SQLITE_READONLY') || code === 'EACCES' || code === 'EROFS' || code === 'SQLITE_PERM')
    return new DatabaseFault(
      'read-only',
      `${file} cannot be written to, so nothing more is kept. What was recorded before is safe. Give the folder and the file back their write permission, then start Steady Reel again.`,
    );
  if (code.startsWith('SQLITE_CORRUPT') || code === 'SQLITE_NOTADB')
    return new DatabaseFault(
      'damaged',
      `${file} is damaged or no database. It is left untouched. Put a copy back in its place: “restore” names those that there are.`,
    );
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
    return new DatabaseFault(
      'busy',
      `${file} is held by another program, perhaps a second Steady Reel. Nothing was lost; end the other one and try again.`,
    );
  if (
    code.startsWith('SQLITE_IOERR') ||
    code === 'SQLITE_CANTOPEN' ||
    code === 'ENOENT' ||
    code === 'EISDIR' ||
    code === 'EEXIST' ||
    code === 'ENOTDIR'
  )
    return new DatabaseFault(
      'unreadable',
      `${file} cannot be read. Check that its disk is there and that STEADY_REEL_DB names a file, then start Steady Reel again.`,
    );
  return null;
}

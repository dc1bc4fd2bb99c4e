// npm run doctor: looks at everything an evening needs, changes nothing, and says what to do.
import { databaseFile } from '../app/server/database/database.server.ts';
import { examine } from '../server/doctor/examine.ts';
import { shown } from '../server/doctor/findings.ts';

const findings = await examine({ root: process.cwd(), file: databaseFile(), port: Number(process.env['PORT'] ?? 3000), nowMs: Date.now() });
console.log(shown(findings));
process.exitCode = findings.some(({ is }) => is === 'bad') ? 1 : 0;

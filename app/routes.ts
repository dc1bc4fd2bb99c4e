import { index, layout, prefix, route, type RouteConfig } from '@react-router/dev/routes';

/** The whole map of the site. */
export default [
  layout('frame/daylight.tsx', [
    index('session/tonight.tsx'),
    route('evenings/new', 'session/another-evening.tsx'),
    route('habits', 'session/habits.tsx'),
    route('wall-sheet', 'session/outputs/wall-sheet.tsx'),

    ...prefix('rolls', [
      index('rolls/list.tsx'),
      route('new', 'rolls/add.tsx'),
      route('import', 'rolls/import.tsx'),
      route(':rollId', 'rolls/roll.tsx'),
    ]),

    ...prefix('shelf', [
      index('shelf/shelf.tsx'),
      route('batches/new', 'shelf/mix-batch.tsx'),
      route('batches/:batchId', 'shelf/batch.tsx'),
      route('kits/:kitId', 'shelf/kit.tsx'),
      route('kits/:kitId/leaflet', 'shelf/kit-leaflet.tsx'),
      route('kits/:kitId/document', 'shelf/kit-as-document.tsx'),
      route('tanks/:tankId', 'shelf/tank.tsx'),
      route('thermometers/:thermometerId', 'shelf/thermometer.tsx'),
    ]),

    ...prefix('logbook', [index('logbook/list.tsx'), route(':runId', 'logbook/run.tsx')]),
    route('bench', 'bench/empty.tsx'),
    route('*', 'frame/not-found.tsx'),
  ]),

  route('bench/:runId', 'bench/bench.tsx'),
  route('bench/:runId/events', 'bench/events.ts'),
  route('bench/:runId/next', 'bench/next.ts'),
  route('bench/:runId/stream', 'bench/stream.ts'),
  route('clock', 'bench/clock.ts'),
  route('runs/:runId/begin', 'session/run-acts/begin.ts'),
  route('runs/:runId/replan', 'session/run-acts/replan.ts'),
  route('sessions/:sessionId/leave', 'session/run-acts/leave.ts'),
  route('zone', 'frame/zone-action.ts'),
  route('session.ics', 'session/outputs/calendar.ts'),
  route('rolls.csv', 'rolls/export.ts'),
  route('evenings/:eveningId', 'session/evening-to-come.ts'),
  route('evenings/:eveningId/evening.ics', 'session/outputs/evening-calendar.ts'),
  route('evening/stream', 'session/under-way/stream.ts'),
  route('units', 'frame/units-action.ts'),
  route('tips', 'frame/tips-action.ts'),
  route('kits/:kitId/kit.json', 'shelf/kit-file.ts'),
  route('kit.schema.json', 'shelf/kit-schema.ts'),
] satisfies RouteConfig;

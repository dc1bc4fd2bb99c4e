import { bathForecast, type ForecastQuestion } from '../../../core/probe/forecast.ts';
import { inThread } from './in-thread.server.ts';

const question: ForecastQuestion = {
  tub: { litres: 12, startC: 30, setC: 38, heaterW: 800, ambientC: 20, lidded: false },
  bottles: [{ id: 'developer', ml: 1000, material: 'glass', startC: 20, lowC: 37.7, highC: 38.3 }],
  seen: Array.from({ length: 20 }, (_, i) => ({ atS: i * 10, c: 30 + i * 0.1 })),
  horizonS: 14_400,
};

test('a thread gives the answer that the core gives, to each who asked, while whoever asks the server goes on', async () => {
  let turns = 0;
  const ticking = setInterval(() => turns++, 1);
  const answers = await Promise.all([inThread('bath-forecast', question), inThread('bath-forecast', { ...question, seen: [] })]);
  clearInterval(ticking);
  expect(answers).toEqual([bathForecast(question), null]);
  expect(turns).toBeGreaterThan(5);
});

test('a question that cannot be answered fails by itself; the next one is answered', async () => {
  const broken = { ...question, bottles: null } as unknown as ForecastQuestion;
  await expect(inThread('bath-forecast', broken)).rejects.toThrow();
  expect(await inThread('bath-forecast', question)).toEqual(bathForecast(question));
});

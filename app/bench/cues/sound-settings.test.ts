import { DEFAULT_SOUND, readSound } from './sound-settings.ts';

test('sound is as it was set; what is damaged is as it is at first, and leaves the rest', () => {
  const set = { on: false, volume: 0.2, voice: true };
  expect(readSound(JSON.stringify(set))).toEqual(set);
  expect(readSound('{"volume":0.2}')).toEqual({ ...DEFAULT_SOUND, volume: 0.2 });
  for (const volume of ['"loud"', 'null', '-1', '2', '[]'])
    expect(readSound(`{"on":false,"volume":${volume},"voice":true}`)).toEqual({ ...set, volume: DEFAULT_SOUND.volume });
  for (const odd of [null, '', '{', 'null', '3', '"on"', '[]']) expect(readSound(odd)).toEqual(DEFAULT_SOUND);
});

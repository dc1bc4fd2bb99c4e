/** What was found out about this very screen, by trying it. */
export interface ScreenFacts {
  /** Whether the page came by the safe way, or from this machine itself. Browsers keep most of the rest to such pages. */
  readonly secure: boolean;
  /** `lock`: the browser keeps it awake; `film`: a silent film that plays does; `press`: it can, after a press. */
  readonly awake: 'lock' | 'film' | 'press' | 'trying' | 'no';
  readonly sound: 'on' | 'press' | 'none';
  /** `kept`: the page and its files are kept here; `not-yet`: they are being fetched; `unopened`: no run was; `no`: nothing is ever kept. */
  readonly alone: 'kept' | 'not-yet' | 'unopened' | 'no';
  /** How surely the server's clock is known here, and how far the screen's own is from it; null without an answer. */
  readonly clock: { readonly sureToMs: number; readonly ownAheadMs: number } | null;
}

export interface ScreenCheck {
  readonly id: 'awake' | 'sound' | 'alone' | 'clock';
  readonly good: boolean;
  readonly says: string;
  /** What it costs and what to do; null where it is good. */
  readonly todo: string | null;
}

/** A cue is heard on the beat while the clock is known this well. */
const SURE_ENOUGH_MS = 250;
/** A screen's own clock is only told where it would puzzle somebody. */
const WORTH_TELLING_MS = 2000;

/** What this screen can do at the sink, in words, with what to do where it cannot. */
export function screenChecks({ secure, awake, sound, alone, clock }: ScreenFacts): ScreenCheck[] {
  return [
    awakeCheck(awake, secure ? '' : ' By the safe way it stays awake by itself.'),
    sound === 'on'
      ? check('sound', 'Sound plays')
      : check(
          'sound',
          sound === 'press' ? 'Sound may not play yet' : 'This browser makes no sound',
          sound === 'press' ? 'Press “Try the sound”, or the act: browsers let sound begin with a press.' : 'Watch the cues on the screen.',
        ),
    aloneCheck(alone, secure ? '' : ' By the safe way it opens all the same.'),
    clockCheck(clock),
  ];
}

function check(id: ScreenCheck['id'], says: string, todo: string | null = null): ScreenCheck {
  return { id, good: todo === null, says, todo };
}

function awakeCheck(awake: ScreenFacts['awake'], saferWay: string): ScreenCheck {
  switch (awake) {
    case 'lock':
      return check('awake', 'Stays awake');
    case 'film':
      return check('awake', 'Stays awake by a silent film, while this page is in front');
    case 'press':
      return check('awake', 'May fall asleep', `Press “Keep it awake”.${saferWay}`);
    case 'trying':
      return check('awake', 'Is being asked to stay awake', 'A moment yet.');
    case 'no':
      return check('awake', 'May fall asleep', `Set the longest time before sleep in this screen’s own settings.${saferWay}`);
  }
}

function aloneCheck(alone: ScreenFacts['alone'], saferWay: string): ScreenCheck {
  switch (alone) {
    case 'kept':
      return check('alone', 'Goes on, and opens again, without the laptop');
    case 'not-yet':
      return check('alone', 'Is fetching what it needs to open without the laptop', 'A moment yet.');
    case 'unopened':
      return check('alone', 'Opens without the laptop once a run was opened here', 'Open the Bench once while the laptop is on.');
    case 'no':
      return check(
        'alone',
        'Goes on without the laptop, but cannot be opened anew',
        `Do not reload or close this page while the laptop is away: it would not open until it is back.${saferWay}`,
      );
  }
}

function clockCheck(clock: ScreenFacts['clock']): ScreenCheck {
  if (!clock) return check('clock', 'The laptop’s clock is not known yet', 'It is asked again once the laptop answers.');
  const apart =
    Math.abs(clock.ownAheadMs) < WORTH_TELLING_MS
      ? ''
      : `; this screen’s own is ${wordsOf(Math.abs(clock.ownAheadMs))} ${clock.ownAheadMs > 0 ? 'ahead' : 'behind'}, which changes nothing`;
  const to = `${(Math.max(10, clock.sureToMs) / 1000).toFixed(2)} s`;
  return clock.sureToMs <= SURE_ENOUGH_MS
    ? check('clock', `Goes by the laptop’s clock, to ${to}${apart}`)
    : check('clock', `Goes by the laptop’s clock, to ${to} only${apart}`, 'The network is slow: come nearer to the router.');
}

function wordsOf(ms: number): string {
  const seconds = Math.round(ms / 1000);
  if (seconds < 120) return `${seconds} s`;
  const minutes = Math.round(seconds / 60);
  return minutes < 120 ? `${minutes} min` : `${Math.round(minutes / 60)} hours`;
}

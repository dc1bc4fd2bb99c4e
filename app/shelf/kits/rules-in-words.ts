import type { ExhaustionRule, PushRule } from '../../../core/kit/kit.ts';
import { showDuration } from '../../../core/units/duration.ts';

export function pushInWords(rule: PushRule | undefined): string {
  switch (rule?.rule) {
    case undefined:
      return 'not given for this bath';
    case 'add':
      return `${rule.secondsPerStop} s a stop`;
    case 'factor':
      return `× ${rule.perStop} a stop`;
    case 'table':
      return rule.factors.map((row) => `${row.stops > 0 ? '+' : '−'}${Math.abs(row.stops)}: × ${row.factor}`).join(', ');
  }
}

export function exhaustionInWords(rule: ExhaustionRule | undefined): string {
  switch (rule?.rule) {
    case undefined:
    case 'none':
      return 'time does not grow';
    case 'percent':
      return rule.everyRolls && rule.everyRolls > 1 ? `${rule.perRoll} % every ${rule.everyRolls} rolls` : `${rule.perRoll} % a roll`;
    case 'add':
      return `${rule.seconds} s every ${rule.everyRolls} rolls`;
    case 'ladder':
      return rule.rows.map((row) => `from roll ${row.fromRoll}: ${showDuration(row.s)}`).join(', ');
  }
}

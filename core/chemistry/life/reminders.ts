import { addDays, parseISO } from 'date-fns';
import { isoDay } from '../../units/day.ts';
import { showVolume, type VolumeUnit } from '../../units/volume.ts';
import type { WhatFollows } from '../ledger/what-follows.ts';
import { JUG_WORDS, type Jug } from '../safety/spent.ts';

export interface ShelfReminder {
  readonly id: string;
  readonly on: string;
  readonly says: string;
  readonly why: string;
}

/** A jug is worth a way to the collection point from here on. */
const FULL_JUG_ML = 2000;
const IN_A_WEEK = 7;

/** What the shelf asks for and when: mix, test, use up, hand over (domain.md 15). */
export function shelfReminders(
  shelf: {
    readonly batches: readonly { readonly id: string; readonly name: string; readonly follows: WhatFollows }[];
    readonly boxes: readonly { readonly id: string; readonly name: string; readonly useBy: string | null }[];
    readonly jugs: readonly { readonly jug: Jug; readonly ml: number }[];
  },
  on: string,
  unit: VolumeUnit,
): ShelfReminder[] {
  const tomorrow = isoDay(addDays(parseISO(on), 1));
  return [
    ...shelf.batches.flatMap(({ id, name, follows }) => {
      if (follows.urgency === 'spent' || follows.urgency === 'look')
        return [
          { id: `batch-${id}`, on: tomorrow, says: `${name}: ${follows.does?.label.toLowerCase() ?? 'look at it'}`, why: follows.says },
        ];
      if (follows.by === null) return [];
      const what = follows.does?.act === 'mix' ? `Mix the next one after ${name}` : `Use ${name} up`;
      return [{ id: `batch-${id}`, on: follows.by, says: what, why: follows.says }];
    }),
    ...shelf.boxes.flatMap(({ id, name, useBy }) =>
      useBy === null || useBy < on
        ? []
        : [{ id: `box-${id}`, on: useBy, says: `Use up the box of ${name}`, why: 'Its concentrates keep until then.' }],
    ),
    ...shelf.jugs
      .filter(({ ml }) => ml >= FULL_JUG_ML)
      .map(({ jug, ml }) => ({
        id: `jug-${jug}`,
        on: isoDay(addDays(parseISO(on), IN_A_WEEK)),
        says: `Hand over the jug: ${JUG_WORDS[jug].name.toLowerCase()}`,
        why: `${showVolume(ml, unit)}. Your local rules decide what goes where.`,
      })),
  ].sort((a, b) => a.on.localeCompare(b.on));
}

import { processOfKit } from '../../../core/kit/kit.ts';
import { boxUseBy, makesStillMl } from '../../../core/chemistry/ledger/box.ts';
import { supplyOf } from '../../../core/chemistry/life/pace.ts';
import { shelfToDo } from '../../../core/chemistry/life/shelf-to-do.ts';
import { capacityOfVolume, rollsLeft } from '../../../core/kit/capacity.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import { runsToCome } from '../../run/acts/effect-of-run.server.ts';
import { reservedRolls } from '../../run/evening/reserved-rolls.server.ts';
import { signalsOfBatch } from '../../run/judging/strip-chart.server.ts';
import { today } from '../../server/database/clock.server.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { livesOf, type Lives } from '../../server/runs/lives.server.ts';
import { batchesPutAway, bottlesApart, listBatches, type BatchWithKit } from '../../server/shelf/batches.server.ts';
import type { ShelfBottle } from '../../server/shelf/bottles.server.ts';
import { listBoxes, type BoxOnShelf } from '../../server/shelf/boxes.server.ts';
import { jugsNow } from '../../server/shelf/jugs.server.ts';
import { listKits } from '../../server/shelf/kits.server.ts';
import { openMixings } from '../../server/shelf/mixings.server.ts';
import { listTanks } from '../../server/shelf/tanks.server.ts';
import { listThermometers } from '../../server/shelf/thermometers.server.ts';
import type { BatchView } from './batch-on-board.tsx';
import type { BottleView } from './bottle-on-board.tsx';

/** Everything that stands on the shelf, as it stands today. */
export function shelfPage() {
  return whileUnchanged('shelf', readShelf);
}

function readShelf() {
  const on = today();
  const batches = listBatches();
  const lives = livesOf(batches);
  const lifeOf = (id: string) => lives.lives.get(id);
  const reserved = reservedRolls(undefined, batches);
  const goingOn = runsToCome();
  const boxes = listBoxes();
  const views = batches.map((batch): BatchView => {
    const life = lifeOf(batch.id);
    if (!life) throw new Error(`no life of ${batch.id}`);
    return {
      id: batch.id,
      kitId: batch.kitId,
      name: batch.name,
      kitName: batch.kit.name,
      process: processOfKit(batch.kit),
      volumeMl: batch.volumeMl,
      mixedOn: batch.mixedOn,
      rollsDone: Math.round(batch.rollsDone * 100) / 100,
      capacity: capacityOfVolume(batch.kit, batch.volumeMl),
      left: rollsLeft(batch.kit, batch),
      fillings: life.fillings,
      spokenFor: spokenForInWords(goingOn.get(batch.id)?.rolls ?? 0, reserved.batches[batch.id]),
      seenRemjet: batch.seenRemjet,
      bottles: batch.bottles.map(bottleView),
      ends: { wornOn: life.ends.wornOn, oldOn: life.ends.oldOn, rollsLost: life.ends.rollsLost },
      follows: life.follows,
      strips: stripsSay(batch),
    };
  });
  return {
    today: on,
    batches: views,
    toDo: shelfToDo(
      batches.map((batch) => ({
        id: batch.id,
        name: batch.name,
        process: batch.kit.process,
        bottles: batch.bottles.map((bottle) => ({ ...bottle, id: String(bottle.number) })),
        ends: lifeOf(batch.id)?.ends ?? { rollsLeft: null, wornOn: null, oldOn: null, endsOn: null, rollsLost: null },
      })),
      supplies(batches, lives, boxes, on),
      on,
    ),
    apart: bottlesApart().map(bottleView),
    boxes: boxes.map((box) => ({
      id: box.id,
      name: box.kit.name,
      openedOn: box.openedOn,
      share: makesStillMl(box.kit, box) / box.kit.makesMl,
      useBy: boxUseBy(box.kit, box),
    })),
    jugs: jugsNow(),
    mixings: openMixings().map(({ id, plan }) => ({ id, batchName: plan.batchName })),
    retired: batchesPutAway(),
    kits: listKits().map(({ id, kit, shipped }) => ({
      id,
      shipped,
      name: kit.name,
      process: processOfKit(kit),
      baths: kit.baths.length,
      capacityRolls: kit.capacityRolls ?? null,
    })),
    tanks: listTanks(),
    thermometers: listThermometers(),
  };
}

/** What its measured strips say, by the bottle that they point to. */
function stripsSay(batch: BatchWithKit): string[] {
  return signalsOfBatch(batch.id).flatMap(({ says, pointsTo }) => {
    const bottle = batch.bottles.find((each) => pointsTo(each.kind));
    return bottle ? [`${bottle.name} ${bottle.code}, by its strips: ${lowerFirst(says)}`] : [];
  });
}

export type ShelfPage = ReturnType<typeof shelfPage>;

/** How long what stands there and what is in boxes lasts, by process, for those that the person uses. */
function supplies(batches: readonly BatchWithKit[], { paces, lives }: Lives, boxes: readonly BoxOnShelf[], on: string) {
  return new Map(
    [...paces].flatMap(([process, pace]) =>
      pace === null || pace.rolls <= 0
        ? []
        : [
            [
              process,
              supplyOf(
                batches.filter((batch) => batch.kit.process === process).flatMap((batch) => lives.get(batch.id)?.ends ?? []),
                boxes
                  .filter((box) => box.kit.process === process && (boxUseBy(box.kit, box) ?? on) >= on)
                  .map((box) => ({ rolls: capacityOfVolume(box.kit, makesStillMl(box.kit, box)) })),
                pace,
                on,
              ),
            ] as const,
          ],
    ),
  );
}

function bottleView(bottle: ShelfBottle): BottleView {
  const { number, code, name, kind, mlLeft, volumeMl, goodUntil, standing, emptied } = bottle;
  return { id: bottle.id, number, code, name, kind, mlLeft, volumeMl, goodUntil, standing, emptied };
}

/** What evenings that go on or are to come will take of a batch; null where none does. */
function spokenForInWords(
  tonight: number,
  toCome: { readonly rolls: number; readonly evenings: readonly string[] } | undefined,
): string | null {
  const counted = (rolls: number) => `${Math.round(rolls * 100) / 100} ${rolls === 1 ? 'roll' : 'rolls'}`;
  const parts = [
    tonight > 0 ? `${counted(tonight)} in the evening that goes on` : null,
    toCome ? `${counted(toCome.rolls)} kept for ${toCome.evenings.join(' and ')}` : null,
  ].filter((part) => part !== null);
  return parts.length > 0 ? `${parts.join(', ')}.` : null;
}

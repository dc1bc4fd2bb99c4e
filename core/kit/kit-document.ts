import { answered, refused, type Answer, type Fault } from '../answer.ts';
import { checkedAgainst } from '../faults-in-words.ts';
import { isBareStep, isWater } from './kind.ts';
import { kitSchema } from './kit-schema.ts';
import { sequenceWord, type Bath, type Kit } from './kit.ts';
import { orderFaults } from './sequence-order.ts';
import { sequenceSteps } from './sequence-steps.ts';

/**
 * Reads an unknown value as a kit document. A wrong document is refused whole with every fault named by JSON path
 * (domain.md 4); a right one comes back as it was, unknown fields included.
 */
export function readKit(document: unknown): Answer<Kit> {
  const shaped = checkedAgainst(kitSchema, document);
  if (!shaped.ok) return shaped;
  // What the schema let through has a kit's shape; `document` is what was given, unknown fields and all.
  const kit = document as Kit;
  const faults = [...kit.baths.flatMap((bath, i) => bathFaults(bath, `$.baths[${i}]`)), ...sequenceFaults(kit)];
  return faults.length > 0 ? refused(...faults) : answered(kit);
}

/** What is wrong with one bath, by path. */
export function bathFaults(bath: Bath, path: string): Fault[] {
  const faults: Fault[] = [];
  const fault = (code: string, where: string, message: string) => faults.push({ code, path: path + where, message });
  const points = bath.time.points;

  points.forEach((point, i) => {
    if (points.findIndex((other) => other.c === point.c) < i) {
      fault('repeated', `.time.points[${i}].c`, `${point.c} °C is listed twice; each temperature has one time.`);
    }
  });
  const rising = [...points].sort((a, b) => a.c - b.c);
  rising.forEach((point, i) => {
    const colder = rising[i - 1];
    if (colder && point.c > colder.c && point.s >= colder.s) {
      const index = points.indexOf(point);
      fault(
        'not-falling',
        `.time.points[${index}].s`,
        `${point.s} s at ${point.c} °C is not shorter than ${colder.s} s at ${colder.c} °C; times fall as it gets warmer.`,
      );
    }
  });
  const [coldest, hottest] = [rising[0], rising.at(-1)];
  if (coldest && hottest && rising.length > 1 && (bath.nominalC < coldest.c - 0.5 || bath.nominalC > hottest.c + 0.5)) {
    fault('out-of-range', '.nominalC', `nominalC ${bath.nominalC} lies outside the leaflet's ${coldest.c} to ${hottest.c} °C.`);
  }
  if (bath.range && bath.range.lowC > bath.range.highC) {
    fault('out-of-range', '.range', `range runs from ${bath.range.lowC} down to ${bath.range.highC} °C; lowC comes first.`);
  }
  bath.mix?.parts.forEach((part, i) => {
    if ([part.ml, part.g, part.packet, part.mlPerLitre].filter((amount) => amount !== undefined).length !== 1) {
      fault(
        'missing',
        `.mix.parts[${i}]`,
        `${part.name} needs ml (a liquid), g (a powder), packet (its amount is the packet) or mlPerLitre, and one of them only.`,
      );
    }
  });
  return [...faults, ...pushFaults(bath, path), ...ladderFaults(bath, path)];
}

function pushFaults(bath: Bath, path: string): Fault[] {
  if (bath.push?.rule !== 'table') return [];
  const rows = bath.push.factors;
  return rows.flatMap((row, i): Fault[] => {
    const where = `${path}.push.factors[${i}]`;
    if (rows.findIndex((other) => other.stops === row.stops) < i) {
      return [{ code: 'repeated', path: `${where}.stops`, message: `${row.stops} stops is listed twice.` }];
    }
    if (row.stops === 0 && row.factor !== 1) {
      return [{ code: 'out-of-range', path: `${where}.factor`, message: `At 0 stops the factor is 1, and is ${row.factor}.` }];
    }
    return [];
  });
}

function ladderFaults(bath: Bath, path: string): Fault[] {
  if (bath.exhaustion?.rule !== 'ladder') return [];
  const rows = bath.exhaustion.rows;
  return rows.flatMap((row, i): Fault[] => {
    const where = `${path}.exhaustion.rows[${i}]`;
    const before = rows[i - 1];
    if (!before) {
      return row.fromRoll === 1 ? [] : [{ code: 'ladder', path: `${where}.fromRoll`, message: 'The first row starts from roll 1.' }];
    }
    const faults: Fault[] = [];
    if (row.fromRoll <= before.fromRoll) {
      faults.push({
        code: 'ladder',
        path: `${where}.fromRoll`,
        message: `Rows ascend: ${row.fromRoll} does not follow ${before.fromRoll}.`,
      });
    }
    if (row.s < before.s) {
      faults.push({ code: 'ladder', path: `${where}.s`, message: `A later roll is never faster: ${row.s} s follows ${before.s} s.` });
    }
    return faults;
  });
}

function sequenceFaults(kit: Kit): Fault[] {
  const faults: Fault[] = [];
  const words = kit.sequence.map(sequenceWord);
  kit.baths.forEach((bath, i) => {
    if (kit.baths.findIndex((other) => other.id === bath.id) < i) {
      faults.push({ code: 'repeated', path: `$.baths[${i}].id`, message: `Two baths have the id ${bath.id}.` });
    }
    // A bath may be called `wash` if it is one; a bleach called `wash` would hide the bare word.
    if (isBareStep(bath.id) && bath.kind !== bath.id) {
      faults.push({
        code: 'reserved',
        path: `$.baths[${i}].id`,
        message: `“${bath.id}” is a sequence word and cannot name a ${bath.kind}.`,
      });
    }
    const uses = words.filter((word) => word === bath.id).length;
    if (uses === 0) {
      faults.push({ code: 'sequence', path: '$.sequence', message: `${bath.name} (${bath.id}) is missing from the sequence.` });
    } else if (uses > 1 && !isWater(bath.kind)) {
      const again = words.lastIndexOf(bath.id);
      faults.push({
        code: 'sequence',
        path: `$.sequence[${again}]`,
        message: `${bath.name} appears ${uses} times; only water steps repeat.`,
      });
    }
  });
  words.forEach((word, i) => {
    if (!isBareStep(word) && !kit.baths.some((bath) => bath.id === word)) {
      faults.push({
        code: 'sequence',
        path: `$.sequence[${i}]`,
        message: `“${word}” is neither a bath of this kit nor one of prewash, rinse, stop, wash, wetting-agent.`,
      });
    }
  });
  if (faults.length > 0) return faults;
  return orderFaults(kit.process, sequenceSteps(kit));
}

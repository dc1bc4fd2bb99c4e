import { ValidationError, type AnySchema, type InferType } from 'yup';
import { answered, refused, type Answer, type Fault } from './answer.ts';

/**
 * Checks unknown data against a Yup schema and reports every fault at once, each by JSON path and in a sentence
 * that says what would be accepted. Nothing is cast: what was given is what is kept, unknown fields included.
 */
export function checkedAgainst<S extends AnySchema>(schema: S, data: unknown): Answer<InferType<S>> {
  try {
    schema.validateSync(data, { strict: true, abortEarly: false });
    return answered(data as InferType<S>);
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return refused(...faultsOf(error));
  }
}

function faultsOf(error: ValidationError): Fault[] {
  const inner = error.inner.length > 0 ? error.inner.flatMap(faultsOf) : error.type === 'exact' ? unknownFields(error) : [faultOf(error)];
  const seen = new Set<string>();
  return inner.filter((fault) => {
    const key = `${fault.path} ${fault.code}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** Unknown fields are refused by name, each at its own path. */
function unknownFields(error: ValidationError): Fault[] {
  const names = textOf(error.params?.['properties']).split(', ');
  return names.map((name) => ({
    code: 'unknown-field',
    path: `${jsonPath(error.path)}.${name}`,
    message: `“${name.slice(0, 80)}” is not a field that is asked for here.`,
  }));
}

/** Yup writes `baths[0].name` and `["odd key"]`; JSON paths start at `$`. */
function jsonPath(yupPath: string | undefined): string {
  if (!yupPath) return '$';
  return yupPath.startsWith('[') ? `$${yupPath}` : `$.${yupPath}`;
}

function faultOf(error: ValidationError): Fault {
  const path = jsonPath(error.path);
  const params = error.params ?? {};
  const name = lastName(path);
  const say = (code: string, message: string): Fault => ({ code, path, message });
  switch (error.type) {
    case 'optionality':
    case 'required':
    case 'nullable':
    case 'defined':
      return say('missing', `${name} is missing. ${acceptedType(textOf(params['label']))}`.trim());
    case 'typeError':
      return say('wrong-type', `${name} must be ${article(textOf(params['type']))}, and is ${show(error.value)}.`);
    case 'min':
      if (params['more'] !== undefined)
        return say('out-of-range', `${name} must be more than ${textOf(params['more'])}, and is ${show(error.value)}.`);
      return say('out-of-range', `${name} must be ${textOf(params['min'])} or more, and is ${show(error.value)}.`);
    case 'max':
      return say('out-of-range', `${name} must be ${textOf(params['max'])} or less, and is ${show(error.value)}.`);
    case 'integer':
      return say('out-of-range', `${name} must be a whole number, and is ${show(error.value)}.`);
    case 'oneOf':
      return say('not-one-of', `${name} must be one of ${textOf(params['values'])}, and is ${show(error.value)}.`);
    default:
      return say(error.type ?? 'not-accepted', error.message);
  }
}

/** Yup's own parameters: numbers, texts and lists of them. */
function textOf(value: unknown): string {
  return Array.isArray(value) ? value.join(',') : typeof value === 'string' || typeof value === 'number' ? String(value) : '';
}

function lastName(path: string): string {
  if (path === '$') return 'The document';
  const name = /([A-Za-z][A-Za-z0-9-]*)(\[\d+\])?$/.exec(path);
  return name ? `${name[1]}${name[2] ?? ''}` : path;
}

function acceptedType(label: string): string {
  return label ? `Give ${label}.` : '';
}

function article(type: string): string {
  return { number: 'a number', string: 'text', array: 'a list', object: 'an object', boolean: 'true or false' }[type] ?? type;
}

function show(value: unknown): string {
  const text = JSON.stringify(value) ?? 'nothing';
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
}

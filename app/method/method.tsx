import { GLOSSARY } from '../../core/beginner/glossary.ts';
import { METHOD } from '../../core/beginner/method.ts';
import { whatItDoes } from '../../core/beginner/what-a-bath-does.ts';
import type { StepKind } from '../../core/kit/kind.ts';
import { PageHead } from '../ui/page-head.tsx';
import { BENCH_KEYS } from '../ui/screen/bench-keys.ts';
import type { Route } from './+types/method.ts';

export const meta: Route.MetaFunction = () => [{ title: 'The method · Steady Reel' }];

const BATHS: readonly (readonly [StepKind, string])[] = [
  ['prewash', 'Prewash'],
  ['prebath', 'Prebath (cine film)'],
  ['developer', 'Developer'],
  ['first-developer', 'First developer (slides)'],
  ['reversal', 'Reversal (slides)'],
  ['colour-developer', 'Colour developer (slides)'],
  ['stop', 'Stop'],
  ['bleach', 'Bleach'],
  ['fixer', 'Fixer'],
  ['bleach-fix', 'Bleach-fix'],
  ['wash', 'Wash'],
  ['stabiliser', 'Stabiliser'],
];
const WORDS = [...GLOSSARY].sort((a, b) => a.word.localeCompare(b.word, 'en'));
/** Reached by its link, a rule stands out. */
const TARGET = 'scroll-mt-4 rounded-card target:bg-[#fbf5cf] target:outline-4 target:outline-[#fbf5cf]';

/** Help where it is asked: each rule once, the words, the keys. */
export default function MethodPage() {
  return (
    <>
      <PageHead title="The method">
        How the times are made and what each bath does, each rule once. What your leaflet says comes first.
      </PageHead>
      <nav aria-label="On this page" className="mb-5 flex flex-wrap gap-x-5 gap-y-1">
        {[
          ['baths', 'What each bath does'],
          ['rules', 'The rules'],
          ['words', 'Words of the trade'],
          ['keys', 'Keys at the Bench'],
        ].map(([id, name]) => (
          <a key={id} href={`#${id ?? ''}`} className="min-h-11 py-2.5 underline">
            {name}
          </a>
        ))}
      </nav>
      <section aria-labelledby="baths" className="mb-8">
        <h2 id="baths" className="mb-2 text-xl font-bold">
          What each bath does
        </h2>
        <dl className="grid gap-x-8 gap-y-2 lg:grid-cols-2">
          {BATHS.map(([kind, name]) => (
            <div key={kind}>
              <dt className="font-semibold">{name}</dt>
              <dd>{whatItDoes(kind)}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section aria-labelledby="rules" className="mb-8">
        <h2 id="rules" className="mb-2 text-xl font-bold">
          The rules
        </h2>
        <div className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
          {METHOD.map((rule) => (
            <article key={rule.id} id={rule.id} className={TARGET}>
              <h3 className="font-semibold">{rule.title}</h3>
              {rule.says.map((line) => (
                <p key={line} className="mt-1 max-w-prose">
                  {line}
                </p>
              ))}
            </article>
          ))}
        </div>
      </section>
      <section aria-labelledby="words" className="mb-8">
        <h2 id="words" className="mb-2 text-xl font-bold">
          Words of the trade
        </h2>
        <dl className="grid gap-x-8 gap-y-2 lg:grid-cols-2">
          {WORDS.map(({ id, word, means }) => (
            <div key={id} id={`word-${id}`} className={TARGET}>
              <dt className="inline font-semibold">{word}. </dt>
              <dd className="inline">{means}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section aria-labelledby="keys">
        <h2 id="keys" className="mb-2 text-xl font-bold">
          Keys at the Bench
        </h2>
        <dl className="grid max-w-3xl gap-x-8 gap-y-1 sm:grid-cols-2">
          {BENCH_KEYS.map(([key, does]) => (
            <div key={key} className="flex gap-3">
              <dt className="figure w-20 shrink-0 font-semibold">{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </section>
    </>
  );
}

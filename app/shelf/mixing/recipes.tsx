import { portionInWords, type MixRecipe } from '../../../core/chemistry/mixing/mixing.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { useUnits } from '../../ui/forms/units.ts';

/** Mixing steps, bath by bath, in the order of the leaflet. */
export function Recipes({ recipes }: { readonly recipes: readonly MixRecipe[] }) {
  const { temperature, volume } = useUnits();
  if (recipes.length === 0) return <p className="text-quiet">This kit’s document does not say how it is mixed. Follow its leaflet.</p>;
  return (
    <div className="space-y-4">
      {recipes.map((recipe) => (
        <section key={recipe.bath}>
          <h3 className="font-semibold">{recipe.name}</h3>
          <ol className="mt-1 list-decimal space-y-0.5 pl-6">
            <li>
              Water <span className="figure">{showVolume(recipe.waterMl, volume)}</span>
              {recipe.waterC !== null && (
                <>
                  {' '}
                  at <span className="figure">{showTemperature(recipe.waterC, temperature)}</span>
                </>
              )}
            </li>
            {recipe.parts.map((part) => (
              <li key={part.name}>
                {part.name} <span className="figure">{portionInWords(part, volume)}</span>
                {recipe.stirS !== null && (
                  <>
                    , stir <span className="figure">{showDuration(recipe.stirS)}</span>
                  </>
                )}
              </li>
            ))}
            <li>
              Top up to <span className="figure">{showVolume(recipe.topUpToMl, volume)}</span>
            </li>
          </ol>
          {recipe.cautions.slice(1).map((caution) => (
            <p key={caution} className="mt-1 text-sm font-semibold text-hot">
              {caution}
            </p>
          ))}
        </section>
      ))}
    </div>
  );
}

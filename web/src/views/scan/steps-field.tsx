import { type Control, type UseFormRegister, useFieldArray, useWatch } from 'react-hook-form';
import { Button } from '../../ui/parts';
import type { PlanFields } from './plan-fields';

/** What a visitor does on pages that fit, in order. */
export function StepsField({
  control,
  register,
}: {
  control: Control<PlanFields>;
  register: UseFormRegister<PlanFields>;
}) {
  const { fields, append, remove } = useFieldArray({ control, name: 'steps' });
  const steps = useWatch({ control, name: 'steps' });
  return (
    <>
      <ol>
        {fields.map((field, i) => (
          <li key={field.id} className="mb-1 flex flex-wrap items-center gap-2">
            <span className="w-5 text-ink2">{i + 1}</span>
            <select aria-label={`Step ${i + 1}`} {...register(`steps.${i}.do`)}>
              <option value="click">click</option>
              <option value="wait-for">wait for</option>
              <option value="fill">fill in</option>
            </select>
            <input
              className="mono w-52"
              aria-label={`Selector of step ${i + 1}`}
              placeholder="button.more"
              {...register(`steps.${i}.selector`)}
            />
            {steps[i]?.do === 'fill' && (
              <input
                className="w-36"
                aria-label={`Text of step ${i + 1}`}
                placeholder="with"
                {...register(`steps.${i}.text`)}
              />
            )}
            on
            <input
              className="mono w-36"
              aria-label={`Pages of step ${i + 1}`}
              placeholder="/**"
              {...register(`steps.${i}.on`)}
            />
            <Button kind="quiet" onClick={() => remove(i)} aria-label={`Remove step ${i + 1}`}>
              Remove
            </Button>
          </li>
        ))}
      </ol>
      <Button onClick={() => append({ do: 'click', selector: '', on: '/**' })} disabled={fields.length >= 20}>
        Add a step
      </Button>
    </>
  );
}

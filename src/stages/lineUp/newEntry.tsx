'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useRouter } from 'next/navigation';
import { useId } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { object, string } from 'yup';
import type { KnownProduct } from '@/lab/lineUp/changeLineUp';
import { KIND_WORDS, PRODUCT_KINDS, type ProductKind } from '@/core/lineUp/product';
import { nextSample } from '@/core/lineUp/sample';
import { HookChoice, HookText } from '@/ui/form/hookFields';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

const schema = object({
  name: string().trim().required('the product needs a name').max(200, 'at most ${max} characters'),
  maker: string().trim().default('').max(200, 'at most ${max} characters'),
  kind: string<ProductKind>().required(),
  sample: string().trim().default('').max(100, 'at most ${max} characters'),
});

const KINDS = PRODUCT_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }));

/**
 * A product by its name, of the kind that the round-up asks for; the rest is typed where it stands in the line-up. One that the lab has
 * already is another sample of it, and nothing that is known is written over.
 */
export function NewEntry({
  roundUpId,
  kind,
  known,
}: {
  roundUpId: number;
  kind: ProductKind;
  /** Products that the lab has. */
  known: KnownProduct[];
}) {
  const router = useRouter();
  const list = useId();
  const { control, handleSubmit, setError, setValue, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { name: '', maker: '', kind, sample: '' },
  });
  const [name, sample] = useWatch({ control, name: ['name', 'sample'] });
  const product = known.find((other) => other.name.toLowerCase() === name.trim().toLowerCase());
  const label = product ? sample.trim() || nextSample(product.samples) : '';

  const add = handleSubmit(async (typed) => {
    const same = product && { name: product.name, maker: product.maker, kind: product.kind };
    const body = { who: whoIsHere(), ...typed, ...same, sample: label };
    const answer = await sendJson(`/api/round-ups/${roundUpId}/entries`, 'POST', body);
    if (!answer.ok) return setError('name', { message: answer.message });
    // The next is often of the same maker and kind.
    setValue('name', '');
    setValue('sample', '');
    router.refresh();
  });

  return (
    <form
      onSubmit={(event) => void add(event)}
      className="flex flex-wrap items-end gap-3 border-t border-hairline pt-3"
      noValidate
    >
      <div className="w-56">
        <HookText control={control} name="name" label="New product" list={list} />
        <datalist id={list}>
          {known.map((other) => (
            <option key={`${other.name} ${other.maker} ${other.kind}`} value={other.name} />
          ))}
        </datalist>
      </div>
      {product ? (
        <div className="w-36">
          <HookText
            control={control}
            name="sample"
            label="Another sample, called"
            placeholder={nextSample(product.samples)}
          />
        </div>
      ) : (
        <>
          <div className="w-44">
            <HookText control={control} name="maker" label="Its maker" />
          </div>
          <div className="w-40">
            <HookChoice control={control} name="kind" label="Its kind" options={KINDS} />
          </div>
        </>
      )}
      <button className="act-button" disabled={name.trim() === '' || formState.isSubmitting}>
        Add to the line-up
      </button>
      {product && (
        <p className="basis-full text-[14px] text-ink2" dir="auto">
          The lab has {product.name}
          {product.samples.length > 0 && `, sample ${product.samples.join(', ')}`}. This adds another sample
          of it, with runs of its own; to compare what was measured already, take it from the lab below.
        </p>
      )}
    </form>
  );
}

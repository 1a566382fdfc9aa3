'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useRouter } from 'next/navigation';
import { useForm, useWatch } from 'react-hook-form';
import { object, string } from 'yup';
import { KIND_WORDS, PRODUCT_KINDS, type ProductKind } from '@/core/lineUp/product';
import { HookChoice, HookText } from '@/ui/form/hookFields';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

const schema = object({
  name: string().trim().required('the product needs a name').max(200, 'at most ${max} characters'),
  maker: string().trim().default('').max(200, 'at most ${max} characters'),
  kind: string<ProductKind>().required(),
});

const KINDS = PRODUCT_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }));

/** A product that the lab does not have yet, by its name; the rest is typed where it stands in the line-up. */
export function NewEntry({ roundUpId }: { roundUpId: number }) {
  const router = useRouter();
  const { control, handleSubmit, setError, setValue, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: { name: '', maker: '', kind: 'air-tower' as ProductKind },
  });
  const name = useWatch({ control, name: 'name' });

  const add = handleSubmit(async (typed) => {
    const body = { who: whoIsHere(), ...typed };
    const answer = await sendJson(`/api/round-ups/${roundUpId}/entries`, 'POST', body);
    if (!answer.ok) return setError('name', { message: answer.message });
    // The next is often of the same maker and kind.
    setValue('name', '');
    router.refresh();
  });

  return (
    <form
      onSubmit={(event) => void add(event)}
      className="flex flex-wrap items-end gap-3 border-t border-hairline pt-3"
      noValidate
    >
      <div className="w-56">
        <HookText control={control} name="name" label="New product" />
      </div>
      <div className="w-44">
        <HookText control={control} name="maker" label="Its maker" />
      </div>
      <div className="w-40">
        <HookChoice control={control} name="kind" label="Its kind" options={KINDS} />
      </div>
      <button className="act-button" disabled={name.trim() === '' || formState.isSubmitting}>
        Add to the line-up
      </button>
    </form>
  );
}

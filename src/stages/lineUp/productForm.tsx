'use client';

import { CONNECTORS, KIND_WORDS, PRODUCT_KINDS, type Product, type ProductKind } from '@/core/lineUp/product';
import { ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet, type KeptSheet } from '@/ui/form/useSheet';
import { Button, TextButton } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

/** Lengths, speeds and counts of a product that a reader meets. */
type Size = (typeof TOWER)[number] | 'radiatorMm' | 'radiatorThicknessMm';

const FAN = ['fanSizeMm', 'fanThicknessMm', 'ratedRpm', 'blades'] as const;
const TOWER = [
  ...(['heightMm', 'memoryClearanceMm', 'widthMm', 'depthMm', 'finsToMemoryMm'] as const),
  ...FAN,
] as const;

/** What is asked of each kind: the first two at once, the others on asking. A block leaves all memory free, and a fan has no height. */
const SIZES: Record<ProductKind, readonly Size[]> = {
  'air-tower': TOWER,
  'air-low-profile': TOWER,
  liquid: ['radiatorMm', 'radiatorThicknessMm', 'heightMm', 'widthMm', 'depthMm', ...FAN],
  fan: FAN,
  'case-layout': ['heightMm', 'widthMm', 'depthMm', ...FAN],
};

const SIZE_WORDS: Record<Size, { label: string; unit?: string }> = {
  heightMm: { label: 'Height', unit: 'mm' },
  widthMm: { label: 'Width', unit: 'mm' },
  depthMm: { label: 'Depth', unit: 'mm' },
  memoryClearanceMm: { label: 'RAM clearance', unit: 'mm' },
  finsToMemoryMm: { label: 'Fins to memory', unit: 'mm' },
  radiatorMm: { label: 'Radiator, long', unit: 'mm' },
  radiatorThicknessMm: { label: 'Radiator, thick', unit: 'mm' },
  fanSizeMm: { label: 'Fan size', unit: 'mm' },
  fanThicknessMm: { label: 'Fan thickness', unit: 'mm' },
  ratedRpm: { label: 'Rated speed', unit: 'rpm' },
  blades: { label: 'Blades of its fan' },
};

/** All that is known of a product. The maker's own noise figure is kept here and goes into no chart. */
export function ProductForm({
  productId,
  kept,
  onDelete,
}: {
  productId: number;
  kept: KeptSheet<Product>;
  onDelete: () => void;
}) {
  const sheet = useSheet('product', productId, kept);
  const product = sheet.body;
  const at = fieldsOf(product, sheet.set, (field) => fieldFault(sheet, field));
  const asked = SIZES[product.kind];
  const sizeField = (name: Size) => {
    const { label, unit } = SIZE_WORDS[name];
    return (
      <NumberField
        key={name}
        label={product.kind === 'liquid' && name === 'heightMm' ? 'Block, high' : label}
        {...(unit ? { unit } : {})}
        optional
        {...at(name)}
      />
    );
  };
  // A fault must not hide behind the fold: the browser shows none there.
  const hasMore = sheet.trouble?.kind === 'failed' && sheet.trouble.field !== undefined;
  return (
    <Form className="space-y-2.5" onSend={() => void sheet.save({ said: 'Product saved' })}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <TextField label="Product" {...at('name')} />
        <TextField label="Maker" {...at('maker')} />
        <ChoiceField
          label="Kind"
          {...at('kind')}
          options={PRODUCT_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
        />
        {asked.slice(0, 2).map(sizeField)}
        <NumberField
          label={
            product.packSize > 1
              ? 'Price of a pack'
              : product.kind === 'fan'
                ? 'Price of one fan'
                : 'Price, without extras'
          }
          unit={product.currency}
          optional
          {...at('price')}
        />
      </div>
      <details className="border-t border-hairline pt-2" open={hasMore}>
        <summary className="cursor-pointer text-[14px] text-ink2">
          More of it, for readers’ facts and fit
        </summary>
        <div className="grid grid-cols-3 gap-x-3 gap-y-2 pt-2">
          <TextField label="Revision" {...at('revision')} />
          {asked.slice(2).map(sizeField)}
          <ChoiceField
            label="Connector"
            {...at('connector')}
            options={CONNECTORS.map((value) => ({
              value,
              label: value === 'fixed' ? 'fixed speed' : value || '–',
            }))}
          />
          <TextField label="Sockets, by commas" {...at('sockets')} />
          <TextField label="Mounting" {...at('mounting')} />
          <TextField label="Currency" {...at('currency')} />
          <NumberField label="In a pack" {...at('packSize', 1)} />
          <TextField label="Priced on" type="date" {...at('pricedOn')} />
          <TextField label="Sold by" {...at('seller')} />
          <TextField label="Available in" {...at('availability')} />
          <TextField label="Warranty" {...at('warranty')} />
          <TextField label="Maker’s noise figure" {...at('makersNoise')} />
        </div>
      </details>
      <p className="text-[13px] text-ink2">
        The report prints it; blades name the tone of a recording. The maker’s figure is never plotted beside
        measured levels.
      </p>
      <SheetTrouble sheet={sheet} ownFields />
      <div className="flex gap-2">
        <Button type="submit" disabled={!sheet.dirty || sheet.busy}>
          Save the product
        </Button>
        <TextButton className="ml-auto text-[14px]" onClick={onDelete}>
          Delete the product
        </TextButton>
      </div>
    </Form>
  );
}

import type { Product } from './product';
import type { Sample } from './sample';

const CONNECTOR_WORDS: Record<Product['connector'], string> = {
  '': '',
  'four-pin': 'four-pin connector',
  'three-pin': 'three-pin connector',
  fixed: 'fixed speed',
};

const mm = (sizes: readonly (number | null)[]) => sizes.map((size) => size ?? '–').join(' × ');

function sizes(product: Product): string[] {
  const { heightMm, widthMm, depthMm, radiatorMm, radiatorThicknessMm } = product;
  const isSized = widthMm !== null || depthMm !== null;
  return [
    isSized
      ? `${mm([heightMm, widthMm, depthMm])} mm (height × width × depth)`
      : heightMm !== null
        ? `${heightMm} mm high`
        : '',
    radiatorMm === null
      ? ''
      : `radiator ${radiatorMm} mm long${radiatorThicknessMm === null ? '' : `, ${radiatorThicknessMm} mm thick`}`,
    product.memoryClearanceMm === null || product.kind === 'liquid'
      ? ''
      : `leaves ${product.memoryClearanceMm} mm for memory`,
    product.fanSizeMm === null
      ? ''
      : `${product.fanSizeMm} mm fans${product.fanThicknessMm === null ? '' : `, ${product.fanThicknessMm} mm thick`}`,
  ];
}

function bought({ price, currency, packSize, pricedOn, seller, availability, warranty }: Product): string[] {
  const pack = packSize > 1 ? ` for ${packSize}` : '';
  const where = [seller && `at ${seller}`, pricedOn && `on ${pricedOn}`].filter(Boolean).join(' ');
  return [
    price === null
      ? where && `seen ${where}`
      : `${price.toFixed(2)} ${currency}${pack}${where && ` ${where}`}`,
    availability && `available in ${availability}`,
    warranty && `warranty: ${warranty}`,
  ];
}

function firstMount({ handling }: Sample): string[] {
  if (!handling) return [];
  const { minutes, hands, backAccess, partsToBuy, partsPrice, hoseStiffness, clips } = handling;
  return [
    [
      minutes !== null && `first mount took ${minutes} min`,
      hands !== null && `${hands} ${hands === 1 ? 'hand' : 'hands'}`,
      backAccess && 'from behind the board, too',
    ]
      .filter(Boolean)
      .join(', '),
    partsToBuy &&
      `to buy beside it: ${partsToBuy}${partsPrice === null ? '' : ` (${partsPrice.toFixed(2)})`}`,
    hoseStiffness && `hoses: ${hoseStiffness}`,
    clips && `clips: ${clips}`,
  ].map((words) => words || '');
}

/**
 * What is noted of a product and its sample, in short words for readers; what nobody noted is left out. The maker’s own noise figure
 * is given as theirs, and never stands beside a measured one.
 *
 * Example: A tower of 158 mm with a warranty of six years, mounted in 20 minutes: ‘158 mm high’, ‘warranty: six years’, ‘first mount took 20 min’.
 */
export function productFacts(product: Product, sample: Sample | null): string[] {
  const { revision, connector, ratedRpm, sockets, mounting, makersNoise } = product;
  return [
    revision && `revision ${revision}`,
    ...sizes(product),
    CONNECTOR_WORDS[connector],
    ratedRpm === null ? '' : `rated ${ratedRpm} rpm`,
    sockets && `fits ${sockets}`,
    mounting && `mounting: ${mounting}`,
    makersNoise && `its maker states ${makersNoise}, which compares with nothing here`,
    ...bought(product),
    ...(sample ? firstMount(sample) : []),
  ].filter((words): words is string => words !== '');
}

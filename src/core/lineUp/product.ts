export const PRODUCT_KINDS = ['air-tower', 'air-low-profile', 'liquid', 'fan', 'case-layout'] as const;
export type ProductKind = (typeof PRODUCT_KINDS)[number];

export const KIND_WORDS: Record<ProductKind, string> = {
  'air-tower': 'air, tower',
  'air-low-profile': 'air, low',
  liquid: 'liquid',
  fan: 'fan',
  'case-layout': 'case layout',
};

/**
 * Whether a thing of this kind has a plate that lies on the processor.
 *
 * @example hasPlate('fan') → false
 */
export function hasPlate(kind: ProductKind): boolean {
  return kind !== 'fan' && kind !== 'case-layout';
}

export const CONNECTORS = ['', 'four-pin', 'three-pin', 'fixed'] as const;

/** A product as its maker sells it. Lengths in mm; null where it is not known. */
export interface Product {
  maker: string;
  name: string;
  kind: ProductKind;
  /** Revision of the product, where makers changed it under one name. */
  revision: string;
  widthMm: number | null;
  depthMm: number | null;
  heightMm: number | null;
  fanSizeMm: number | null;
  fanThicknessMm: number | null;
  /** What it leaves for memory under it. */
  memoryClearanceMm: number | null;
  /** From the fins to the nearest memory: a fan no thicker does not stand over it. */
  finsToMemoryMm: number | null;
  /** Length of its radiator; null where it has none. */
  radiatorMm: number | null;
  /** Of the radiator alone, without its fans. */
  radiatorThicknessMm: number | null;
  /** Sockets that it fits, separated by commas. */
  sockets: string;
  mounting: string;
  connector: (typeof CONNECTORS)[number];
  ratedRpm: number | null;
  /** Blades of its fan, which name the tone it sings. */
  blades: number | null;
  /** As the maker prints it: kept, and never plotted beside measured levels. */
  makersNoise: string;
  price: number | null;
  currency: string;
  pricedOn: string;
  packSize: number;
  seller: string;
  availability: string;
  warranty: string;
}

/** What tells who a product is, beside its name: none of it leaves its cover. */
export const NAMING: readonly (keyof Product)[] = [
  ...(['maker', 'revision', 'sockets', 'mounting', 'makersNoise'] as const),
  ...(['seller', 'availability', 'warranty'] as const),
];

/**
 * A product by another name, without what tells who it is.
 *
 * @example unnamed(blankProduct({ name: 'Levante', maker: 'Vela', kind: 'fan' }), 'Fan A').maker → ''
 */
export function unnamed(product: Product, name: string): Product {
  return { ...product, ...Object.fromEntries(NAMING.map((field) => [field, ''])), name };
}

/**
 * @example blankProduct({ name: 'Levante', kind: 'fan' }).packSize → 1
 */
export function blankProduct(product: Partial<Product> & { name: string; kind: ProductKind }): Product {
  return {
    maker: '',
    revision: '',
    widthMm: null,
    depthMm: null,
    heightMm: null,
    fanSizeMm: null,
    fanThicknessMm: null,
    memoryClearanceMm: null,
    finsToMemoryMm: null,
    radiatorMm: null,
    radiatorThicknessMm: null,
    sockets: '',
    mounting: '',
    connector: '',
    ratedRpm: null,
    blades: null,
    makersNoise: '',
    price: null,
    currency: 'EUR',
    pricedOn: '',
    packSize: 1,
    seller: '',
    availability: '',
    warranty: '',
    ...product,
  };
}

import { figure } from '@/ui/marks/figures';

/** How much more one costs than another, in words. */
export const moneyWords = (moreMoney: number, currency: string): string =>
  Math.abs(moreMoney) < 0.005
    ? 'the same'
    : `${figure(Math.abs(moreMoney), 2)} ${currency} ${moreMoney > 0 ? 'more' : 'less'}`;

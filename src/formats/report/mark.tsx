/** @jsxImportSource preact */
import { Marker } from '../picture/marker';

/** The marker of an entry, in the colours of the page. */
export const Mark = ({ position }: { position: number }) => (
  <svg class="mark" viewBox="0 0 12 12" aria-hidden="true">
    <Marker position={position} x={6} y={6} r={4.5} colour={`var(--c${position % 8})`} />
  </svg>
);

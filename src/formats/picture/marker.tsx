/** @jsxImportSource preact */
import { tenths } from './pictureTheme';

/** The marker of an entry at a place, by its position in the line-up: the same shapes as on every page. */
export function Marker(marker: { position: number; x: number; y: number; r: number; colour: string }) {
  const { position, x, y, r, colour } = marker;
  const [l, rr, t, b] = [tenths(x - r), tenths(x + r), tenths(y - r), tenths(y + r)];
  const [cx, cy] = [tenths(x), tenths(y)];
  const drawn = { fill: 'none', stroke: colour, 'stroke-width': tenths(r * 0.5) };
  switch ((position + 3 * Math.floor(position / 8)) % 8) {
    case 0:
      return <circle cx={cx} cy={cy} r={tenths(r)} fill={colour} />;
    case 1:
      return <path d={`M${l} ${t}H${rr}V${b}H${l}Z`} fill={colour} />;
    case 2:
      return <path d={`M${cx} ${t}L${rr} ${b}H${l}Z`} fill={colour} />;
    case 3:
      return <path d={`M${cx} ${t}L${rr} ${cy}L${cx} ${b}L${l} ${cy}Z`} fill={colour} />;
    case 4:
      return <path d={`M${l} ${t}L${rr} ${b}M${rr} ${t}L${l} ${b}`} {...drawn} />;
    case 5:
      return <circle cx={cx} cy={cy} r={tenths(r * 0.9)} {...drawn} />;
    case 6:
      return <path d={`M${l} ${t}H${rr}V${b}H${l}Z`} {...drawn} />;
    default:
      return <path d={`M${l} ${t}H${rr}L${cx} ${b}Z`} fill={colour} />;
  }
}

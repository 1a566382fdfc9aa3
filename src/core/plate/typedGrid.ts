import type { PlatePoint } from './flatness';

/** What could not be read of a grid: the line, and what was expected. */
export interface GridFault {
  line: number;
  message: string;
}

const SEPARATORS = /[\t;]+|,(?=\s)|\s+/;

function numbersOf(line: string): number[] | string {
  // A comma between digits alone is a decimal one where there are other separators, and a separator where not.
  const spaced = /[\t; ]/.test(line.trim());
  const cells = line
    .trim()
    .split(spaced ? SEPARATORS : /,/)
    .filter((cell) => cell !== '');
  const numbers: number[] = [];
  for (const cell of cells) {
    const value = Number(cell.replace(',', '.').replace('\u2212', '-'));
    if (!Number.isFinite(value)) return cell;
    numbers.push(value);
  }
  return numbers;
}

function faultOf({ depthUm }: PlatePoint, line: number): GridFault | null {
  return depthUm < 0
    ? { line, message: `a depth is counted down from the highest place, got ${depthUm}` }
    : null;
}

/**
 * Depths of a plate as they are typed, pasted or dropped, µm: rows of x, y and depth, with or without a heading, or a grid
 * of depths whose lines and columns lie `pitchMm` apart. Decimal commas and points. The points, or what is wrong where.
 *
 * typedGrid('0 3\n2 1', { pitchMm: 5 }) is four places 5 mm apart.
 */
export function typedGrid(text: string, layout: 'rows' | { pitchMm: number }): PlatePoint[] | GridFault {
  const points: PlatePoint[] = [];
  const places = new Set<string>();
  let columns: number | null = null;
  let row = 0;
  for (const [i, line] of text.split(/\r?\n/).entries()) {
    const at = i + 1;
    if (line.trim() === '' || line.trim().startsWith('#')) continue;
    const numbers = numbersOf(line);
    if (typeof numbers === 'string') {
      // A heading stands before the first row, and nowhere else.
      if (points.length === 0 && layout === 'rows') continue;
      return { line: at, message: `not a number: “${numbers}”` };
    }
    if (layout === 'rows' && numbers.length !== 3)
      return { line: at, message: `x, y and depth were expected, got ${numbers.length} numbers` };
    columns ??= numbers.length;
    if (numbers.length !== columns)
      return {
        line: at,
        message: `${columns} depths were expected, as on the first line, got ${numbers.length}`,
      };
    const made =
      layout === 'rows'
        ? [{ xMm: numbers[0]!, yMm: numbers[1]!, depthUm: numbers[2]! }]
        : numbers.map((depthUm, x) => ({ xMm: x * layout.pitchMm, yMm: row * layout.pitchMm, depthUm }));
    for (const point of made) {
      const fault = faultOf(point, at);
      if (fault) return fault;
      const place = `${point.xMm} ${point.yMm}`;
      if (places.has(place))
        return { line: at, message: `the place ${point.xMm}, ${point.yMm} mm is listed twice` };
      places.add(place);
      points.push(point);
    }
    row += 1;
  }
  return points;
}

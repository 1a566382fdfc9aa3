const SCALE = 2;

function drawShape(context: CanvasRenderingContext2D, shape: SVGElement): void {
  const style = getComputedStyle(shape);
  const path = new Path2D();
  if (shape instanceof SVGCircleElement)
    path.arc(shape.cx.baseVal.value, shape.cy.baseVal.value, shape.r.baseVal.value, 0, 2 * Math.PI);
  else if (shape instanceof SVGPathElement) path.addPath(new Path2D(shape.getAttribute('d') ?? ''));
  else return;
  context.globalAlpha = Number(style.strokeOpacity) || 1;
  context.strokeStyle = style.stroke;
  context.lineWidth = parseFloat(style.strokeWidth) || 1;
  context.stroke(path);
  context.globalAlpha = 1;
}

function drawBox(context: CanvasRenderingContext2D, element: HTMLElement, origin: DOMRect): void {
  const style = getComputedStyle(element);
  const rect = element.getBoundingClientRect();
  const x = rect.left - origin.left;
  const y = rect.top - origin.top;
  if (style.backgroundColor !== 'rgba(0, 0, 0, 0)') {
    context.fillStyle = style.backgroundColor;
    context.fillRect(x, y, rect.width, rect.height);
  }
  const text = element.childElementCount === 0 ? (element.textContent ?? '') : '';
  if (!text) return;
  context.fillStyle = style.color;
  context.font = `${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
  context.textBaseline = 'middle';
  context.fillText(text, x + parseFloat(style.paddingLeft), y + rect.height / 2, rect.width);
}

/** What a picture says of itself, wherever it ends up. */
export interface PictureWords {
  title: string;
  /** Load, line, meter: what holds for all that is drawn. */
  condition: string;
  /** Rig, revision, runs and days. */
  source: string;
}

const HEAD_PX = 58;
const FOOT_PX = 26;

/**
 * A PNG of a plot with what lies over it: its canvas, then the shapes of its overlay and the elements marked
 * `data-picture`, as they stand on screen; above it title and condition, below it where it comes from.
 */
export async function savePicture(holder: HTMLElement, words: PictureWords, fileName: string): Promise<void> {
  const canvas = holder.querySelector('canvas')!;
  const origin = holder.getBoundingClientRect();
  const height = origin.height + HEAD_PX + FOOT_PX;
  const picture = document.createElement('canvas');
  picture.width = origin.width * SCALE;
  picture.height = height * SCALE;
  const context = picture.getContext('2d')!;
  context.scale(SCALE, SCALE);
  const page = getComputedStyle(document.documentElement);
  context.fillStyle = page.backgroundColor;
  context.fillRect(0, 0, origin.width, height);
  const write = (text: string, font: string, colour: string, y: number) => {
    context.fillStyle = colour;
    context.font = `${font} ${page.fontFamily}`;
    context.textBaseline = 'middle';
    context.fillText(text, 12, y, origin.width - 24);
  };
  const quiet = page.getPropertyValue('--color-secondary');
  write(words.title, '700 17px', page.color, 20);
  write(words.condition, '400 14px', page.color, 42);
  write(words.source, '400 12.5px', quiet, height - FOOT_PX / 2);
  context.translate(0, HEAD_PX);
  const at = canvas.getBoundingClientRect();
  context.drawImage(canvas, at.left - origin.left, at.top - origin.top, at.width, at.height);
  holder.querySelectorAll<SVGElement>('svg > *').forEach((shape) => drawShape(context, shape));
  holder
    .querySelectorAll<HTMLElement>('[data-picture]')
    .forEach((element) => drawBox(context, element, origin));
  const blob = await new Promise<Blob | null>((resolve) => picture.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('savePicture: the picture could not be made');
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = fileName;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

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

/**
 * A PNG of a plot with what lies over it: its canvas, then the shapes of its overlay and the elements marked
 * `data-picture`, as they stand on screen.
 */
export async function savePicture(holder: HTMLElement, title: string, fileName: string): Promise<void> {
  const canvas = holder.querySelector('canvas')!;
  const origin = holder.getBoundingClientRect();
  const head = 34;
  const picture = document.createElement('canvas');
  picture.width = origin.width * SCALE;
  picture.height = (origin.height + head) * SCALE;
  const context = picture.getContext('2d')!;
  context.scale(SCALE, SCALE);
  const page = getComputedStyle(document.documentElement);
  context.fillStyle = page.backgroundColor;
  context.fillRect(0, 0, origin.width, origin.height + head);
  context.fillStyle = page.color;
  context.font = `700 17px ${page.fontFamily}`;
  context.textBaseline = 'middle';
  context.fillText(title, 12, head / 2 + 2, origin.width - 24);
  context.translate(0, head);
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

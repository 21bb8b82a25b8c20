/** Hands the keeper a file; it goes from the page to the disk and nowhere else. */
export function saveFile(name: string, type: string, content: BlobPart): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A drawing as it stands on the page, as a file of its own: the theme's colours and the face written into it. */
export function svgText(svg: SVGSVGElement): string {
  const style = getComputedStyle(document.documentElement);
  const { width, height } = svg.getBoundingClientRect();
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  copy.setAttribute('font-family', 'Atkinson Hyperlegible Next, sans-serif');
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  ground.setAttribute('width', '100%');
  ground.setAttribute('height', '100%');
  ground.setAttribute('fill', 'var(--sheet)');
  copy.prepend(ground);
  return new XMLSerializer()
    .serializeToString(copy)
    .replaceAll(/var\((--[\w-]+)\)/g, (_, name: string) => style.getPropertyValue(name).trim());
}

export async function savePng(name: string, svg: SVGSVGElement): Promise<void> {
  const { width, height } = svg.getBoundingClientRect();
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgText(svg))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = width * 2;
  canvas.height = height * 2;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('The browser gave no canvas to draw on.');
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (blob) saveFile(name, 'image/png', blob);
}

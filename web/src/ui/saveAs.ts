/** Hands a file to the person. */
export function saveAs(name: string, content: string | Uint8Array, type: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

const PAINTED = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'font-family', 'font-size', 'font-weight', 'text-anchor', 'opacity'];

/** The sheet as it stands, whole, as an SVG that needs no style sheet. */
export function sheetPicture(name: string): void {
  const shown = document.querySelector<SVGSVGElement>('svg[data-sheet]');
  if (!shown) return;
  const picture = shown.cloneNode(true) as SVGSVGElement;
  const [from, to] = [shown.querySelectorAll<SVGElement>('*'), picture.querySelectorAll<SVGElement>('*')];
  from.forEach((element, index) => {
    const style = getComputedStyle(element);
    for (const property of PAINTED) to[index]?.setAttribute(property, style.getPropertyValue(property));
  });
  picture.querySelector('g[data-pan]')?.removeAttribute('transform');
  const { sheetWidth, sheetHeight } = shown.dataset;
  picture.setAttribute('viewBox', `0 0 ${sheetWidth} ${sheetHeight}`);
  picture.setAttribute('width', String(sheetWidth));
  picture.setAttribute('height', String(sheetHeight));
  picture.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  saveAs(name, picture.outerHTML, 'image/svg+xml');
}

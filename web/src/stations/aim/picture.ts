/** A picture with the lines that are drawn over it, as one file. */
const QUALITY = 0.88
const AS_SEEN = ['fill', 'stroke', 'stroke-width', 'opacity', 'font-weight', 'font-family', 'paint-order'] as const

/** The drawing with its styles written out: outside of the page there is no style sheet. */
function alone(drawing: SVGSVGElement, width: number, height: number): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement
  const [own, copied] = [drawing.querySelectorAll('path, text, circle'), copy.querySelectorAll('path, text, circle')]
  own.forEach((one, at) => {
    const style = getComputedStyle(one)
    copied[at]!.setAttribute('style', AS_SEEN.map((name) => `${name}:${style.getPropertyValue(name)}`).join(';'))
  })
  copy.setAttribute('width', String(width))
  copy.setAttribute('height', String(height))
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  return new XMLSerializer().serializeToString(copy)
}

export async function pictureOf(
  source: HTMLVideoElement | HTMLImageElement,
  drawing: SVGSVGElement,
  size: { width_px: number; height_px: number },
  name: string,
): Promise<File> {
  const canvas = Object.assign(document.createElement('canvas'), { width: size.width_px, height: size.height_px })
  const paint = canvas.getContext('2d')!
  paint.drawImage(source, 0, 0, size.width_px, size.height_px)
  const lines = new Image()
  lines.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(alone(drawing, size.width_px, size.height_px))}`
  await lines.decode()
  paint.drawImage(lines, 0, 0)
  const blob = await new Promise<Blob>((done) => canvas.toBlob((made) => done(made!), 'image/jpeg', QUALITY))
  return new File([blob], name, { type: 'image/jpeg' })
}

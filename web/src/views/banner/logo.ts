import { type Face, LOGO_LIMITS } from '@douane/core/setup';

const MOST_BYTES = 10_000_000;
const KINDS = ['image/png', 'image/jpeg', 'image/webp', 'image/svg+xml'];

/**
 * A picture as the banner keeps it: drawn anew and no larger than it is shown, so that nothing comes along of what was in
 * the file but how it looks; an SVG's scripts and links are left behind. Throws a sentence for whoever chose the file.
 */
export async function logoOf(file: File): Promise<NonNullable<Face['logo']>> {
  if (!KINDS.includes(file.type)) throw new Error(`${file.name} is no PNG, JPEG, WebP or SVG picture`);
  if (file.size > MOST_BYTES) throw new Error(`${file.name} has ${Math.round(file.size / 1e6)} MB; a logo may have 10`);
  const image = await drawn(file);
  const { naturalWidth, naturalHeight } = image;
  // An SVG may have no size of its own.
  const [width, height] = naturalWidth > 0 && naturalHeight > 0 ? [naturalWidth, naturalHeight] : [240, 80];
  for (let most: number = LOGO_LIMITS.pixels; most >= 60; most = Math.floor(most * 0.75)) {
    const scale = Math.min(1, most / Math.max(width, height));
    const size = { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
    const canvas = Object.assign(document.createElement('canvas'), size);
    canvas.getContext('2d')!.drawImage(image, 0, 0, size.width, size.height);
    for (const type of ['image/png', 'image/webp']) {
      const data = canvas.toDataURL(type, 0.9);
      if (data.length <= LOGO_LIMITS.characters) return { data, ...size, alt: '' };
    }
  }
  throw new Error(`${file.name} cannot be made small enough; choose a simpler picture`);
}

function drawn(file: File): Promise<HTMLImageElement> {
  return new Promise((resolve, reject) => {
    const image = new Image();
    const url = URL.createObjectURL(file);
    image.onload = () => {
      URL.revokeObjectURL(url);
      resolve(image);
    };
    image.onerror = () => {
      URL.revokeObjectURL(url);
      reject(new Error(`${file.name} cannot be read as a picture`));
    };
    image.src = url;
  });
}

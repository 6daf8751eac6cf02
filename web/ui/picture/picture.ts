/** A picture under a grid. It stays in this browser unless it is saved with a design. */
export type Picture = {
  /** An object URL, or its address on the server. */
  readonly url: string;
  /** Size in CSS px of the page it shows; height null for a drawing that says none. */
  readonly width: number;
  readonly height: number | null;
  /** Device px to a CSS px. */
  readonly density: number;
  /** The file, if it can be saved with the design; null for a drawing, and for one that is already saved. */
  readonly file: Blob | null;
};

/** The position of the columns over the picture. */
export const gridLayers = ["over", "under", "off"] as const;
export type GridLayer = (typeof gridLayers)[number];
export const gridWordsOf: Readonly<Record<GridLayer, string>> = { over: "over", under: "under", off: "off" };

/** Most device px that a px of the picture is drawn with. */
export const mostZoom = 8;

/** How a picture and the grid over it are shown; strengths in %. */
export type PictureLook = { readonly picture: number; readonly grid: number; readonly layer: GridLayer };
export const plainLook: PictureLook = { picture: 80, grid: 50, layer: "over" };

/** Largest side of a picture, device px, and largest file, bytes: what a browser draws without trouble. */
const most = { side: 16_000, bytes: 20 * 1024 * 1024 } as const;

/** Size of a picture of this computer in its own px and an address it is shown from, or why it cannot be shown. An SVG is a picture too. */
export const readPicture = async (
  file: Blob,
): Promise<{ readonly url: string; readonly width: number; readonly height: number } | string> => {
  if (file.size > most.bytes) return `The picture is larger than ${most.bytes / 1024 / 1024} MiB. Save it smaller and choose it again.`;
  const url = URL.createObjectURL(file);
  const image = new Image();
  image.src = url;
  try {
    await image.decode();
  } catch {
    URL.revokeObjectURL(url);
    return "This is no picture that the browser can read. Choose a PNG, JPEG, WebP or SVG.";
  }
  const { naturalWidth: width, naturalHeight: height } = image;
  if (width > 0 && height > 0 && Math.max(width, height) <= most.side) return { url, width, height };
  URL.revokeObjectURL(url);
  return width === 0
    ? "The picture says no size. Give the SVG a width and a height."
    : `The picture is larger than ${most.side.toLocaleString("en")} px.`;
};

/** A file's bytes in base64. */
export const base64Of = (file: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    // A text, as it is read as a data URL: "data:image/png;base64,…"
    reader.onload = () => resolve((reader.result as string).replace(/^[^,]*,/, ""));
    reader.onerror = () => reject(reader.error ?? new Error("the file could not be read"));
    reader.readAsDataURL(file);
  });

/** A picture on its way from the sheet to Fit, where its edges are found and boxes are marked on it. */
export type HandedPicture = { readonly file: File; readonly picture: Picture };

let onItsWay: HandedPicture | null = null;

/** Makes Fit begin with this picture the next time it opens. */
export const handOver = (handed: HandedPicture): void => {
  onItsWay = handed;
};

/** The picture that Fit is to begin with; it is taken once. */
export const handedOver = (): HandedPicture | null => {
  const handed = onItsWay;
  onItsWay = null;
  return handed;
};

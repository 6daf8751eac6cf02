import { shippedFonts } from "@ypsiline/core";

/** The ending that the packages of the shipped fonts give their families. */
const ending = " Variable";

/**
 * The `@font-face` rules of the fonts that ship with the application, under the names that text roles call them by, for a frame of this
 * page: it shares no stylesheet with it.
 */
export const shippedFaces = (): string =>
  [...document.styleSheets]
    .flatMap((sheet) =>
      [...sheet.cssRules].flatMap((rule): string[] => {
        if (!(rule instanceof CSSFontFaceRule)) return [];
        const family = rule.style.getPropertyValue("font-family").replaceAll(/["']/g, "");
        const name = family.endsWith(ending) ? family.slice(0, -ending.length) : "";
        if (!Object.hasOwn(shippedFonts, name)) return [];
        const base = sheet.href ?? document.baseURI;
        return [
          rule.cssText
            .replace(/font-family:[^;]*;/, `font-family: "${name}";`)
            .replaceAll(/url\("([^"]*)"\)/g, (_, path: string) => `url("${new URL(path, base).href}")`),
        ];
      }),
    )
    .join("\n");

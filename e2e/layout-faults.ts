import type { Page } from "@playwright/test";

/**
 * Faults in the current layout of a page, in words: sideways scrolling, text on text, text cut off without a title that
 * has all of it, and targets smaller than 24 CSS px (WCAG 2.2, SC 1.4.10 and 2.5.8).
 */
export const layoutFaults = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    type Box = { left: number; top: number; right: number; bottom: number };
    type Run = { readonly text: string; readonly element: Element; readonly box: Box };
    const faults: string[] = [];
    const slack = 1.5;
    const styles = new Map<Element, CSSStyleDeclaration>();
    const styleOf = (element: Element): CSSStyleDeclaration => {
      const known = styles.get(element) ?? getComputedStyle(element);
      styles.set(element, known);
      return known;
    };
    const ancestors = (element: Element): Element[] => {
      const all: Element[] = [];
      for (let one: Element | null = element; one; one = one.parentElement) all.push(one);
      return all;
    };
    const said = (element: Element): string =>
      `<${element.tagName.toLowerCase()} class="${element.getAttribute("class") ?? ""}">`.replace(' class=""', "");
    const meet = (a: Box, b: Box): Box => ({
      left: Math.max(a.left, b.left),
      top: Math.max(a.top, b.top),
      right: Math.min(a.right, b.right),
      bottom: Math.min(a.bottom, b.bottom),
    });
    const hidden = (element: Element): boolean =>
      element.closest(".visually-hidden, .visually-hidden-focusable, template, noscript") !== null ||
      !element.checkVisibility({ visibilityProperty: true, opacityProperty: true }) ||
      // Chromium calls text visible in a group that is not displayed.
      (element instanceof SVGElement && ancestors(element).some((one) => styleOf(one).display === "none"));

    const wide = document.documentElement.scrollWidth - document.documentElement.clientWidth;
    if (wide > 0) {
      const edge = document.documentElement.clientWidth;
      const past = [...document.querySelectorAll("body *")]
        .filter((one) => one.getBoundingClientRect().right > edge + 1 && one.getBoundingClientRect().width > 0)
        .slice(0, 3)
        .map(said);
      faults.push(`scrolls ${wide} px sideways: ${past.join(" ")}`);
    }

    // Every run of text: its whole box and its visible part.
    const runs: Run[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const element = node.parentElement;
      const text = (node.textContent ?? "").trim();
      if (!element || text === "" || element.closest("script, style, option, select, textarea, iframe") || hidden(element)) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of range.getClientRects()) {
        if (rect.width < 1 || rect.height < 1) continue;
        let box: Box = rect;
        let cut: Element | null = null;
        for (const one of ancestors(element)) {
          const { overflowX, overflowY, display } = styleOf(one);
          // Content that its own box can scroll to is not cut off; behind a dialog the window does not scroll.
          if (display === "inline" || (overflowX === "visible" && overflowY === "visible") || one instanceof SVGElement) continue;
          if (one === document.body || one === document.documentElement || box.right <= box.left || box.bottom <= box.top) continue;
          const clip = one.getBoundingClientRect();
          const seen = meet(box, clip);
          const cutAcross = /hidden|clip/.test(overflowX) && (box.right > clip.right + slack || box.left < clip.left - slack);
          const cutDown =
            /hidden|clip/.test(overflowY) && seen.bottom > seen.top && seen.bottom - seen.top < Math.min(box.bottom - box.top, 12) - slack;
          if (!cut && (cutAcross || cutDown)) cut = one;
          box = seen;
        }
        if (cut && !ancestors(element).some((one) => one.hasAttribute("title") || one.getAttribute("aria-hidden") === "true"))
          faults.push(`cut off without a title: "${text.slice(0, 50)}" in ${said(element)} by ${said(cut)}`);
        if (box.right - box.left > 1 && box.bottom - box.top > 1) runs.push({ text, element, box });
      }
    }

    const paints = (element: Element): boolean => {
      const { backgroundColor, position } = styleOf(element);
      return position !== "static" && !/rgba\(.*, 0(\.\d+)?\)|transparent/.test(backgroundColor);
    };
    /** Whether one of two elements has its own background above their common parent: a dialog, a sticky header. */
    const layered = (a: Element, b: Element): boolean => {
      const over = (one: Element, other: Element): boolean => ancestors(one).some((up) => !up.contains(other) && paints(up));
      return over(a, b) || over(b, a);
    };
    runs.sort((a, b) => a.box.top - b.box.top);
    runs.forEach((a, index) => {
      for (let next = index + 1; next < runs.length; next += 1) {
        const b = runs[next];
        if (!b || b.box.top >= a.box.bottom) break;
        const shared = meet(a.box, b.box);
        // Boxes of lines are taller than their letters.
        const drawn = a.element.closest("text");
        if (
          a.element === b.element ||
          (drawn && drawn === b.element.closest("text")) ||
          shared.right - shared.left < 3 ||
          shared.bottom - shared.top < 6 ||
          layered(a.element, b.element)
        )
          continue;
        faults.push(`text on text: "${a.text.slice(0, 40)}" ${said(a.element)} and "${b.text.slice(0, 40)}" ${said(b.element)}`);
      }
    });

    const targets = document.querySelectorAll<HTMLElement>(
      "a[href], button, input:not([type=hidden]), select, textarea, summary, [role=button], [role=tab], [role=slider], [role=option]",
    );
    for (const target of targets) {
      if (target.matches(":disabled") || !target.checkVisibility({ visibilityProperty: true }) || target.closest("template")) continue;
      // A checkbox or radio button drawn by its label is as large as the label.
      const label = target instanceof HTMLInputElement && /radio|checkbox|file/.test(target.type) ? target.labels?.[0] : null;
      // A drag handle may be larger than what it moves.
      const rects = label ? [label.getBoundingClientRect()] : [target, ...target.children].map((one) => one.getBoundingClientRect());
      const [left, top] = [Math.min(...rects.map((one) => one.left)), Math.min(...rects.map((one) => one.top))];
      const rect = { width: Math.max(...rects.map((one) => one.right)) - left, height: Math.max(...rects.map((one) => one.bottom)) - top };
      // Parts of a drawing have their size to scale; a table beside it has the same content.
      if (target instanceof SVGElement) continue;
      if (rect.width === 0 || rect.height === 0 || (!label && hidden(target))) continue;
      const inSentence =
        target.tagName === "A" &&
        styleOf(target).display === "inline" &&
        [...(target.parentElement?.childNodes ?? [])].some((one) => one !== target && (one.textContent ?? "").trim() !== "");
      if (!inSentence && (rect.width < 23.5 || rect.height < 23.5))
        faults.push(
          `a target of ${Math.round(rect.width)} × ${Math.round(rect.height)}: ${said(target)} "${(target.getAttribute("aria-label") ?? target.textContent ?? "").trim().slice(0, 40)}"`,
        );
      if (target instanceof HTMLInputElement && /text|search|email|url|^$/.test(target.type) && !target.title) {
        if (target.scrollWidth > target.clientWidth + 1 && target.value !== "")
          faults.push(`a value cut off: "${target.value}" in ${said(target)}`);
      }
    }
    return [...new Set(faults)];
  });

import { renderToStaticMarkup } from "react-dom/server";
import { expect, test } from "vitest";
import { Figure, FigureInSvg } from "./Figure";

const text = (markup: string) => markup.replace(/<[^>]*>/g, "");

test("text without a fraction stays as it is", () => {
  expect(renderToStaticMarkup(<Figure text="12 × 8" />)).toBe("12 × 8");
});

test("a fraction is set one figure over the other, and read aloud as it is written", () => {
  const markup = renderToStaticMarkup(<Figure text="Score at 5¾ and 7 5⁄64." />);
  const [aloud = "", seen = ""] = markup.split('<span aria-hidden="true">');
  expect(text(aloud)).toBe("Score at 5¾ and 7 5⁄64.");
  expect(seen).toContain('5<span class="frac"><span>3</span><span>4</span></span>');
  expect(seen).toContain('<span class="frac"><span>5</span><span>64</span></span>');
  // Nothing is lost and nothing said twice.
  expect(text(seen).replace(/\s/g, "")).toBe("Scoreat534and7564.");
});

test("in a drawing a figure is centred on its place", () => {
  const at = (markup: string) => [...markup.matchAll(/<text x="([\d.]+)"/g)].map((match) => Number(match[1]));
  const [whole] = at(renderToStaticMarkup(<FigureInSvg text="7" x={100} y={20} size={20} />));
  expect(whole).toBe(100);
  const spots = at(renderToStaticMarkup(<FigureInSvg text="7¾" x={100} y={20} size={20} />));
  expect(spots).toHaveLength(3);
  expect(spots[0]!).toBeLessThan(100);
  expect(spots[1]!).toBeGreaterThan(100);
  expect(spots[1]).toBe(spots[2]);
});

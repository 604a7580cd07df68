// Makes field-notes.pptx with a writer that is not ours: npm i pptxgenjs@4.0.1, then node make-field-notes.mjs.
import pptxgen from "pptxgenjs";

const deck = new pptxgen();
deck.layout = "LAYOUT_16x9";

const forms = deck.addSlide();
forms.background = { color: "101820" };
forms.addShape("rect", { x: 1, y: 1, w: 2, h: 1, fill: { color: "C0392B" }, line: { color: "F4EFE3", width: 2 } });
forms.addText("to the lamp", { shape: "rightArrow", x: 4, y: 1, w: 3, h: 1, fill: { color: "1F5C4D", transparency: 50 }, color: "FFFFFF", align: "center", fontSize: 14 });
forms.addShape("line", { x: 1, y: 3, w: 6, h: 0, line: { color: "D9772B", width: 3, dashType: "dash", beginArrowType: "oval", endArrowType: "triangle" } });

const table = deck.addSlide();
const head = { bold: true, color: "FFFFFF", fill: { color: "1F5C4D" } };
table.addTable(
  [
    [{ text: "Night", options: head }, { text: "Moths", options: head }],
    [{ text: "both nights", options: { colspan: 2, align: "center" } }],
    [{ text: "third" }, { text: "twelve" }],
  ],
  { x: 1, y: 1, w: 3, colW: [1, 2], fontSize: 12, border: { pt: 1, color: "999999" } },
);

const chart = deck.addSlide();
chart.addChart("bar", [{ name: "June", labels: ["Hawk", "Lappet"], values: [10, 20] }], { x: 1, y: 1, w: 5, h: 3, chartColors: ["7B3F68"], valAxisMinVal: 0, valAxisMaxVal: 20 });

const words = deck.addSlide();
words.addText(
  [
    { text: "H" },
    { text: "2", options: { subscript: true } },
    { text: "O ", options: { underline: { style: "sng" } } },
    { text: "struck", options: { strike: "sngStrike" } },
    { text: "marked", options: { highlight: "FFFF00", charSpacing: 3 } },
    { text: "edged", options: { outline: { color: "C0392B", size: 1 } } },
  ],
  { x: 1, y: 1, w: 6, h: 1, fontSize: 20, fontFace: "Georgia", color: "203040", valign: "bottom" },
);
words.addText(["one", "two"].map((text) => ({ text, options: { bullet: { type: "number" }, breakLine: true } })), { x: 1, y: 3, w: 4, h: 1, fontSize: 18 });

await deck.writeFile({ fileName: "field-notes.pptx" });

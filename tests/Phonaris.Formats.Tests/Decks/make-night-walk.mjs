// Makes night-walk.pptx with a writer library that knows nothing of ours, from npm: npm install pptxgenjs@4.0.1 && node make-night-walk.mjs SOUND.mp3
import Writer from "pptxgenjs";

const deck = new (Writer.default ?? Writer)();
deck.layout = "LAYOUT_16x9";
deck.defineSlideMaster({
  title: "NIGHT",
  background: { color: "1E2B2A" },
  objects: [
    { rect: { x: 0, y: 5.2, w: 10, h: 0.1, fill: { color: "D9772B" } } },
    { placeholder: { options: { name: "head", type: "title", x: 0.6, y: 0.4, w: 8.8, h: 1, fontSize: 32, bold: true, color: "FAF6EC" }, text: "" } },
    { placeholder: { options: { name: "body", type: "body", x: 0.6, y: 1.5, w: 8.8, h: 3.4, color: "E9E4D6", fontSize: 20 }, text: "" } },
  ],
});
deck.addSection({ title: "Opening" });
deck.addSection({ title: "The walk" });

const first = deck.addSlide({ masterName: "NIGHT", sectionTitle: "Opening" });
first.addText("Who flies tonight", { placeholder: "head" });
first.addText(
  [
    { text: "Large yellow underwing", options: { bullet: true, breakLine: true } },
    { text: "Setaceous Hebrew character", options: { bullet: true } },
  ],
  { placeholder: "body" },
);
first.addNotes("Four kinds, one after the other.");

const second = deck.addSlide({ sectionTitle: "Opening" });
second.hidden = true;
second.background = { color: "FAF6EC" };
second.addText("Counts since spring", { x: 0.5, y: 0.3, w: 9, h: 0.8, fontSize: 30, bold: true, color: "1F5C4D" });
second.addTable([["Kind", "April"], ["Hawk", "2"]], { x: 0.5, y: 1.3, w: 6, fontSize: 16, fill: { color: "F1E9D8" } });
second.addShape("rightArrow", { x: 7, y: 2.6, w: 2.4, h: 1, fill: { color: "3F6C8C" }, rotate: 20 });
second.addText("in an ellipse", { shape: "ellipse", x: 1, y: 3.4, w: 3, h: 1.2, fill: { color: "7B3F68" }, color: "FFFFFF", align: "center", italic: true });

const third = deck.addSlide({ sectionTitle: "The walk" });
third.addText("Listen", { x: 0.5, y: 0.3, w: 9, h: 0.8, fontSize: 36 });
third.addMedia({ type: "audio", path: process.argv[2], x: 6, y: 2, w: 1, h: 1 });
third.addChart(deck.charts.BAR, [{ name: "a", labels: ["x", "y"], values: [1, 2] }], { x: 5, y: 3, w: 4, h: 2 });
await deck.writeFile({ fileName: "night-walk.pptx" });

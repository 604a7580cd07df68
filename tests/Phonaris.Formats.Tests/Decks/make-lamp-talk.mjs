// Makes lamp-talk.pptx with a writer that is not ours: npm i pptxgenjs@4.0.1, then node make-lamp-talk.mjs beside lamp.mp4, which is
// ffmpeg -f lavfi -i testsrc=s=160x90:r=25:d=3 -f lavfi -i sine=440:d=3 -c:v libx264 -pix_fmt yuv420p -c:a aac -bitexact lamp.mp4
import pptxgen from "pptxgenjs";

const deck = new pptxgen();
deck.layout = "LAYOUT_16x9"; // 10 by 5.625 inches
const first = deck.addSlide();
first.addText("A lamp in the hollow", { x: 0.5, y: 0.5, w: 9, h: 1, fontSize: 36 });
const second = deck.addSlide();
second.addText("Round and round", { x: 0.5, y: 0.3, w: 9, h: 0.8, fontSize: 32 });
second.addMedia({ type: "video", path: "lamp.mp4", x: 5, y: 2.25, w: 4, h: 2.25 });
await deck.writeFile({ fileName: "lamp-talk.pptx" });

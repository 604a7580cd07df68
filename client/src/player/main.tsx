import { createRoot } from "react-dom/client";
import type { PlayerData } from "./data";
import { takePieces } from "./pieces";
import { Player } from "./Player";
import "./player.css";

// What the files beside the page call, or the script at its end.
Object.assign(window, {
  phonaris: {
    show: (data: PlayerData) =>
      createRoot(document.getElementById("root") as HTMLElement).render(<Player data={data} />),
    pieces: takePieces,
  },
});

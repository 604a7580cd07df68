import { createRoot } from "react-dom/client";
import type { PlayerData } from "./data";
import { takePieces } from "./pieces";
import { Player } from "./Player";
import "./player.css";

// The functions that scripts beside the page, or at its end, call.
Object.assign(window, {
  phonaris: {
    show: (data: PlayerData) =>
      createRoot(document.getElementById("root") as HTMLElement).render(<Player data={data} />),
    pieces: takePieces,
  },
});

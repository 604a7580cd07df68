import { Moon, Sun } from "lucide-react";
import { IconButton } from "./IconButton";
import { useTheme } from "./theme";
import { words } from "./words";

/** Switches between the light and the dark theme. */
export function ThemeButton() {
  const [theme, setTheme] = useTheme();
  const other = theme === "fennel" ? "lantern" : "fennel";
  return (
    <IconButton label={other === "lantern" ? words.darkTheme : words.lightTheme} press={() => setTheme(other)}>
      {theme === "fennel" ? <Moon size={18} /> : <Sun size={18} />}
    </IconButton>
  );
}

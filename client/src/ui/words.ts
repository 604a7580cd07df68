/** The texts of the controls of all views. */
export const words = {
  close: "Close",
  help: "Help",
  mixed: "Mixed",
  tryAgain: "Try again",
  darkTheme: "Dark theme",
  lightTheme: "Light theme",
  timeHint: "Type a time, such as 4, 4 s or 1:02.5.",
  levelHint: "Type a level, such as −6 or −6 dB.",
  valueHint: "Type another value, or press Escape to restore the last one.",
};

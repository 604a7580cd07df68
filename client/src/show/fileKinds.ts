/** File types of pictures and decks, for file dialogs. */
export const pictureEndings = ".png,.jpg,.jpeg,.webp,.svg";
export const deckEndings = `.pptx,.odp,.pdf,${pictureEndings}`;

const deckNames = /\.(pptx|odp|pdf|png|jpe?g|webp|svg)$/i;

/** The extension of a saved show package. */
export const packageEnding = ".phonaris";

/** Whether a file name looks like slides; the server determines the real type. */
export const isDeck = (file: File) => deckNames.test(file.name);

const videoNames = /\.(mp4|m4v|mov|webm|mkv|ogv|avi|mpe?g)$/i;

/** Whether a file name looks like a video. */
export const isVideo = (file: File) => videoNames.test(file.name);

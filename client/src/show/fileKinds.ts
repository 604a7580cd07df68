/** What a picture and a deck can be, for file dialogs. */
export const pictureEndings = ".png,.jpg,.jpeg,.webp,.svg";
export const deckEndings = `.pptx,.odp,.pdf,${pictureEndings}`;

const deckNames = /\.(pptx|odp|pdf|png|jpe?g|webp|svg)$/i;

/** The ending of a show that was saved as its package. */
export const packageEnding = ".phonaris";

/** Whether a file would be slides, by its name; what it really is the server finds out. */
export const isDeck = (file: File) => deckNames.test(file.name);

const videoNames = /\.(mp4|m4v|mov|webm|mkv|ogv|avi|mpe?g)$/i;

/** Whether a file would be a video, by its name. */
export const isVideo = (file: File) => videoNames.test(file.name);

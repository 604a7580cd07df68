/** The texts of the overview and the bands. */
export const words = {
  bands: { bed: "Beds", voice: "Voices", spot: "Spots", video: "Videos" },
  position: "Position in the show",
  slideOf: (number: number, last: number) => `slide ${number} of ${last}`,
  noSlides: "no slides",
  wholeShow: "Whole show",
  play: "Play",
  stop: "Stop",
  goTo: (number: number) => `Go to slide ${number}`,
};

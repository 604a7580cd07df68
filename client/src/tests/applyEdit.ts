import type { Edit, ShowView } from "../api/client";

type Show = ShowView["show"];

/** The server's result of some edits: those that replace a part of the show, of a slide, of a sound or of a cue. */
export function applyEdit(show: Show, edit: Edit): Show {
  const at = <T extends { id: string }>(all: T[], id: string, change: Partial<T>) =>
    all.map((one) => (one.id === id ? { ...one, ...change } : one));
  switch (edit.kind) {
    case "several":
      return edit.edits.reduce(applyEdit, show);
    case "setShowing":
      return { ...show, showing: edit.showing };
    case "setLevelTargets":
      return { ...show, levelTargets: edit.targets };
    case "setShowDuck":
      return { ...show, duck: edit.duck };
    case "setSections":
      return { ...show, sections: edit.sections };
    case "setSteps":
      return { ...show, slides: at(show.slides, edit.slideId, { steps: edit.steps }) };
    case "setPictures":
      return edit.pictures.reduce((s, p) => ({ ...s, slides: at(s.slides, p.slideId, { picture: p.picture }) }), show);
    case "setRights":
      return { ...show, sounds: at(show.sounds, edit.soundId, { rights: edit.rights }) };
    case "setMarkers":
      return { ...show, sounds: at(show.sounds, edit.soundId, { markers: edit.markers }) };
    case "setDuck":
      return { ...show, cues: at(show.cues, edit.cueId, { duck: edit.duck }) };
    case "setLevelPoints":
      return { ...show, cues: at(show.cues, edit.cueId, { levelPoints: edit.points }) };
    case "setFade":
      return {
        ...show,
        cues: at(show.cues, edit.cueId, edit.end === "in" ? { fadeIn: edit.fade } : { fadeOut: edit.fade }),
      };
    case "setVideo":
      return { ...show, cues: at(show.cues, edit.cueId, { video: edit.video }) };
    case "setHotspot":
      return { ...show, cues: at(show.cues, edit.cueId, { hotspot: edit.hotspot }) };
    case "setFit":
      return { ...show, cues: at(show.cues, edit.cueId, { fit: edit.fit }) };
    case "setPart":
      return { ...show, cues: at(show.cues, edit.cueId, { inFrame: edit.inFrame, outFrame: edit.outFrame }) };
    default:
      throw new Error(`What “${edit.kind}” comes to is not known here.`);
  }
}

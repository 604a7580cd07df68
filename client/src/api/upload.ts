import { Problem, titleOf, type BroughtFile } from "./client";

/** Sends a file as it is, telling the fraction sent. Uses XMLHttpRequest because fetch does not tell. */
export function upload(
  file: File,
  purpose: "deck" | "sound",
  progress: (fraction: number) => void,
): Promise<BroughtFile> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", `/api/files/${purpose}?name=${encodeURIComponent(file.name)}`);
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.responseType = "json";
    request.upload.onprogress = (event) => progress(event.lengthComputable ? event.loaded / event.total : 0);
    request.onload = () => {
      if (request.status === 200) resolve(request.response as BroughtFile);
      else reject(new Problem(titleOf(request.response) ?? `${file.name} could not be brought in. Try it once more.`));
    };
    request.onerror = () =>
      reject(
        new Problem(
          `${file.name} did not arrive: the connection broke off, or the file is too large. Try it once more.`,
        ),
      );
    request.send(file);
  });
}

// The stand-in host's player: follows messages from the page around it, and says how it stands.
const video = document.querySelector("video");
const given = new URLSearchParams(location.search);
let around = null;
let number = 0;

function state() {
  if (!around) return;
  around.source.postMessage(
    {
      player: "state",
      number,
      time: video.currentTime,
      playing: !video.paused && !video.ended,
      ended: video.ended,
      rate: video.playbackRate,
    },
    around.origin,
  );
}

addEventListener("message", (event) => {
  const { player, value } = event.data ?? {};
  if (!player || event.source !== parent) return;
  around = { source: event.source, origin: event.origin };
  number = event.data.number ?? 0;
  if (player === "play") video.play().catch(() => undefined);
  if (player === "pause") video.pause();
  if (player === "seek") video.currentTime = value;
  if (player === "rate") video.playbackRate = value;
  state();
});
for (const name of ["playing", "pause", "seeked", "ended", "ratechange", "loadedmetadata"]) video.addEventListener(name, state);
setInterval(state, 100);

// A preview plays from one instant to another, on its own.
if (given.has("from")) {
  video.controls = true;
  video.currentTime = Number(given.get("from"));
  video.addEventListener("timeupdate", () => {
    if (video.currentTime > Number(given.get("to"))) video.pause();
  });
} else if (parent === self) video.controls = true;

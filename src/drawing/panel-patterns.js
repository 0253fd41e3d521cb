/* Written in ECMAScript 5: it also runs on the panel under test, whose browser may be old. */

/** Draws a pattern over a canvas of this size in its own pixels; `timeMs` moves what moves. */
export function drawPattern(context, name, width, height, timeMs) {
  var plain = { black: "#000", white: "#fff", red: "#f00", green: "#0f0", blue: "#00f" };
  var i, step, size;
  context.fillStyle = plain[name] || "#000";
  context.fillRect(0, 0, width, height);
  if (name === "grey ramp") {
    step = width / 32;
    for (i = 0; i < 32; i += 1) {
      size = Math.round((255 * i) / 31);
      context.fillStyle = "rgb(" + size + "," + size + "," + size + ")";
      context.fillRect(Math.floor(i * step), 0, Math.ceil(step) + 1, height);
    }
  } else if (name === "checker") {
    size = Math.max(4, Math.round(Math.min(width, height) / 12));
    context.fillStyle = "#fff";
    for (i = 0; i * size < height; i += 1) {
      for (step = i % 2; step * size < width; step += 2) {
        context.fillRect(step * size, i * size, size, size);
      }
    }
  } else if (name === "lines down") {
    context.fillStyle = "#fff";
    for (i = 0; i < width; i += 2) context.fillRect(i, 0, 1, height);
  } else if (name === "lines across") {
    context.fillStyle = "#fff";
    for (i = 0; i < height; i += 2) context.fillRect(0, i, width, 1);
  } else if (name === "moving bar") {
    size = Math.max(8, Math.round(width / 16));
    context.fillStyle = "#fff";
    context.fillRect(((timeMs / 2000) % 1) * (width + size) - size, 0, size, height);
  }
}

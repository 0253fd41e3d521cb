/** What is said in English: practice. */
export const practice = {
  "this-is-practice": "Practice. Nothing here is a real job.",
  "practise-the-torch": "Practise: cure with a torch in the hand",
  "give-every-place": "Give every place {dose, number} mJ/cm². Below the torch: {reading, number} mW/cm².",
  "least-so-far": "Least so far: {percent} %. {seconds, number} s.",
  "time-so-far": "{seconds, number} s. Press Done when every place has its dose.",
  "every-place-had": "Every place had its dose, in {seconds, number} s.",
  "place-had":
    "Lost: {x} mm from the left and {y} mm from the top had {had, number} of {limit, number} mJ/cm².",
  "fingers-had": "Lost: your fingers had {had, number} mJ/cm². Skin may have {limit, number} in a day.",
  "well-swept": "Even rows, out over each edge. Do it again with the map hidden.",
  "keep-fingers-out":
    "Turn round just past the lower edge: the light went over the hand that holds the panel.",
  "go-over-the-edges": "Go in even rows about 18 mm apart, and 8 mm out over each edge.",
  "how-it-is-done":
    "Press and drag to sweep. By keys: arrows move the torch, Space switches it. Then press Done.",
  "field-label":
    "Panel on the bench. Press and drag to sweep the torch; or arrows to move and Space to switch it.",
  fingers: "fingers",
  "fingers-so-far": "Your fingers so far: {had, number} of {limit, number} mJ/cm².",
  "it-is-done": "Done",
  "a-good-hand": "A good hand",
  "look-at-second": "At {second, number} s",
  level: "Level",
  "level-seen": "Map shown",
  "level-unseen": "Map hidden",
  speed: "Speed",
  times: "{times} ×",
  seed: "Panel number",
  "seed-must-be": "The panel number must be a whole number from 1 to {most, number}.",
  start: "Start",
  again: "Same panel again",
  "another-panel": "Another panel",
  "not-kept": "No answer from the server: this one is not counted.",
  "so-many-went-well": "{level}: {won} of your last {tried} went well. Likely {low} to {high} of 100.",
  "uv-caution":
    "On a real bench: UV goggles and gloves on, sleeves down. Follow the lamp's and the adhesive's safety data.",
};

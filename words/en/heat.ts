/** What is said in English: heat. */
export const heat = {
  "s-in-steps-on-cells-is-too":
    "{durationS} s in {steps} steps on {cells} cells is too much to follow; must be at most {mostS} s, or the grid coarser, or the spots slower",
  "gives-cells-must-be-so-large-that":
    "{gridMm} gives {cells} cells; must be so large that there are at most {MOST_CELLS}",
  "must-be-platecontactwm2k-airfilmwm2k": 'must be "plateContactWm2K", "airFilmWm2K" or contactAfterLayer',
  "must-be-a-face-or-a-layer-with-a-share": "must be a face, or a layer with a share of its thickness",
  "errors-repeat-one-another":
    "Neighbouring readings err alike: something is at work that the model does not have.",
  "thermocouple-follows-later-than":
    "The thermocouple follows later than {mostLagS} s: check how it touches.",
  "thermocouple-reads-off-by": "The thermocouple reads {offsetC} K off: check it in ice water.",
  "is-not-one-of-the-faces": '"{where}" is not one of the faces: {faces}',
  "must-be-within-the-phases-which-last": "{timeS} must be within the phases, which last {totalS} s",
  "stands-nowhere-in-the-input-so-it": "{nameOf} stands nowhere in the input, so it cannot be fitted",
  "stands-twice": "{nameOf} stands twice",
  "readings-unknowns-must-have-at-least": "{readings} readings; {fit} unknowns must have at least {length3}",
  "entered-with-the-family-no-source": "entered with the family, no source named",
  "off-the-heat": "Off the heat",
  "back-on-the-heat": "Back on the heat",
  "hot-plate": "Hot plate",
  "80-to-100-c-a-bare-handheld":
    "80 to 100 °C; a bare handheld screen takes 1 to 2 min at 97 °C and then gives about 30 s",
  "lay-it-on-the-plate": "Lay it on the plate.",
  "heat-mat": "Heat mat",
  "85-c-under-a-whole-device-5": "85 °C under a whole device: 5 to 10 min",
  "lay-it-on-the-mat-and-cover": "Lay it on the mat and cover it.",
  "hot-air-gun": "Hot-air gun",
  "round-the-edges-never-still-2-to": "round the edges, never still: 2 to 3 min",
  "gun-round-the-edges-never-still": "Gun round the edges, never still.",
  "hair-dryer": "Hair dryer",
  "round-the-edges-5-to-6-min": "round the edges: 5 to 6 min, about twice as long as a gun",
  "dryer-round-the-edges-never-still": "Dryer round the edges, never still.",
  "direct-sun": "Direct sun",
  sun: "Sun",
  "half-an-hour-for-a-whole-device": "half an hour for a whole device, face up, out of the wind",
  "face-up-into-the-sun-out-of": "Face up into the sun, out of the wind.",
  "deep-freezer": "Deep freezer",
  "bare-screen-everything-else-out-about":
    "bare screen, everything else out, about 4 min; thaw about 10 min before power",
  "bare-screen-into-the-freezer": "Bare screen into the freezer.",
  "out-of-the-freezer": "Out of the freezer",
  "back-into-the-freezer": "Back into the freezer",
  "wire-on-the-plate": "Wire on the plate",
  "held-on-a-plate-at-100-c": "held on a plate at 100 °C, bezel cut off first, wire drawn from a corner",
  "hold-it-down-on-the-plate": "Hold it down on the plate.",
  "draw-the-wire": "Draw the wire",
  "let-it-warm-again": "Let it warm again",
  "is-not-one-of-the-layers": '"{name}" is not one of the layers: {names}',
  "stands-twice-names-must-differ": '"{name}" stands twice; names must differ',
  "is-the-last-layer-nothing-lies-under": '"{afterLayer}" is the last layer: nothing lies under it',
  "has-two-contacts": '"{afterLayer}" has two contacts',
  "must-be-below-maxc-which-is": "{minC} must be below maxC, which is {maxC}",
  "gives-more-than-outputs-over-s-must":
    "{outputEveryS} gives more than {MOST_OUTPUTS} outputs over {totalS} s; must be at least {totalS2}",
  "is-brittle": "is brittle",
  "must-be-given-from-there-on-the": "must be given: from there on the glue {value}",
  "the-runs-through-its-band-without-ever":
    "The {layer} runs through its band without ever being in it as a whole.",
  "the-gets-no-than-at-this-setting":
    "The {layer} gets no {value} than {degrees} at this setting, {degrees2} short of {degrees3}.",
  "the-would-reach-before-the-is-ready":
    "The {layer} would reach {degrees} before the {layer2} is ready: {reached} K past its limit of {degrees2}.",
  "left-on-the-heat-the-passes-its":
    "Left on the heat, the {layer} passes its limit {windowS} s after the {layer2} is ready; the cut takes {cutS} s.",
  "the-window-of-s-is-gone-on":
    "The window of {widestS} s is gone on the way to the bench, which takes {handlingS} s.",
  "it-would-take-more-than-returns-to": "It would take more than {MOST_PASSES} returns to the heat.",
  source: "{kind}: {text}",
} as const;

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
  "off-the-heat": "Heat off",
  "hot-plate": "Hot plate",
  "heat-mat": "Heat mat",
  "hot-air-gun": "Hot-air gun",
  "hair-dryer": "Hair dryer",
  "direct-sun": "Direct sun",
  sun: "Sun",
  "deep-freezer": "Deep freezer",
  "out-of-the-freezer": "Out of the freezer",
  "wire-on-the-plate": "Wire on the plate",
  "draw-the-wire": "Draw the wire",
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
  "is-not-told-by-these-readings":
    "is not told by these readings: {low} to {high} W/m²K must lie within a factor of nine",
} as const;

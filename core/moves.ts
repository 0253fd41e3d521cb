import { aligned } from "./bond/moves/aligned.ts";
import { chamberOn, chamberOff } from "./bond/moves/chamber.ts";
import { doseChosen } from "./bond/moves/dose-chosen.ts";
import { dryFitted } from "./bond/moves/dry-fitted.ts";
import { filmOnGlass } from "./bond/moves/film-on-glass.ts";
import { glassSet } from "./bond/moves/glass-set.ts";
import { inMould } from "./bond/moves/in-mould.ts";
import { laminatorOn, laminatorOff } from "./bond/moves/laminator.ts";
import { liquidLaid } from "./bond/moves/liquid-laid.ts";
import { lookedForBubbles } from "./bond/moves/looked-for-bubbles.ts";
import { lotTaken } from "./bond/moves/lot-taken.ts";
import { lowered } from "./bond/moves/lowered.ts";
import { loweringStarted } from "./bond/moves/lowering-started.ts";
import { partMoved } from "./bond/moves/part-moved.ts";
import { partTaken } from "./bond/moves/part-taken.ts";
import { patternChosen } from "./bond/moves/pattern-chosen.ts";
import { sensorLaminated } from "./bond/moves/sensor-laminated.ts";
import { tapeLaid } from "./bond/moves/tape-laid.ts";
import { glueCleared } from "./clean/moves/glue-cleared.ts";
import { lookedClean } from "./clean/moves/looked-clean.ts";
import { solventChosen } from "./clean/moves/solvent-chosen.ts";
import { wiped } from "./clean/moves/wiped.ts";
import { casingShut } from "./close/moves/casing-shut.ts";
import { certificateSigned } from "./close/moves/certificate-signed.ts";
import { customerTold } from "./close/moves/customer-told.ts";
import { ended } from "./close/moves/ended.ts";
import { handedOver } from "./close/moves/handed-over.ts";
import { insideWiped } from "./close/moves/inside-wiped.ts";
import { linerPeeled } from "./close/moves/liner-peeled.ts";
import { linersCounted } from "./close/moves/liners-counted.ts";
import { outsideCleaned } from "./close/moves/outside-cleaned.ts";
import { signedFor } from "./close/moves/signed-for.ts";
import { squeezeStarted, squeezeEnded } from "./close/moves/squeeze.ts";
import { exposureChosen } from "./cure/moves/exposure-chosen.ts";
import { lampRead } from "./cure/moves/lamp-read.ts";
import { lampOn, lampOff } from "./cure/moves/lamp.ts";
import { seepWiped } from "./cure/moves/seep-wiped.ts";
import { axisChosen } from "./film/moves/axis-chosen.ts";
import { axisRead } from "./film/moves/axis-read.ts";
import { axisSwept } from "./film/moves/axis-swept.ts";
import { cornerStarted } from "./film/moves/corner-started.ts";
import { edgeHeldUp } from "./film/moves/edge-held-up.ts";
import { edgeSeenDry } from "./film/moves/edge-seen-dry.ts";
import { filmCutOut } from "./film/moves/film-cut-out.ts";
import { filmLaid } from "./film/moves/film-laid.ts";
import { filmRubbed } from "./film/moves/film-rubbed.ts";
import { litBare } from "./film/moves/lit-bare.ts";
import { skinOff } from "./film/moves/skin-off.ts";
import { upEdgeMarked } from "./film/moves/up-edge-marked.ts";
import { agreed } from "./intake/moves/agreed.ts";
import { damageDrawn } from "./intake/moves/damage-drawn.ts";
import { damageMarked } from "./intake/moves/damage-marked.ts";
import { functionTried } from "./intake/moves/function-tried.ts";
import { held } from "./intake/moves/held.ts";
import { jobOpened } from "./intake/moves/job-opened.ts";
import { questionAnswered } from "./intake/moves/question-answered.ts";
import { released } from "./intake/moves/released.ts";
import { seatedTried } from "./intake/moves/seated-tried.ts";
import { troubleSettled } from "./intake/moves/trouble-settled.ts";
import { filmPeeled } from "./lift/moves/film-peeled.ts";
import { glassPopped } from "./lift/moves/glass-popped.ts";
import { heatChosen } from "./lift/moves/heat-chosen.ts";
import { heatPutAway } from "./lift/moves/heat-put-away.ts";
import { oldOff } from "./lift/moves/old-off.ts";
import { soakEnded } from "./lift/moves/soak-ended.ts";
import { soakStarted } from "./lift/moves/soak-started.ts";
import { stackFound } from "./lift/moves/stack-found.ts";
import { stripCut } from "./lift/moves/strip-cut.ts";
import { wireRead } from "./lift/moves/wire-read.ts";
import { wireDrawn } from "./lift/moves/wire-drawn.ts";
import { backRimCut } from "./open/moves/back-rim-cut.ts";
import { backRimWarmed } from "./open/moves/back-rim-warmed.ts";
import { casingOpened } from "./open/moves/casing-opened.ts";
import { connectorJoined } from "./open/moves/connector-joined.ts";
import { connectorOpened } from "./open/moves/connector-opened.ts";
import { displaySet } from "./open/moves/display-set.ts";
import { foundDead } from "./open/moves/found-dead.ts";
import { isolated } from "./open/moves/isolated.ts";
import { licenceConfirmed } from "./open/moves/licence-confirmed.ts";
import { partPutBack } from "./open/moves/part-put-back.ts";
import { partTakenOut } from "./open/moves/part-taken-out.ts";
import { pluggedIn } from "./open/moves/plugged-in.ts";
import { screwFound } from "./open/moves/screw-found.ts";
import { screwMissed } from "./open/moves/screw-missed.ts";
import { screwsReturned } from "./open/moves/screws-returned.ts";
import { screwsTaken } from "./open/moves/screws-taken.ts";
import { supplyJoined } from "./open/moves/supply-joined.ts";
import { switchedOff } from "./open/moves/switched-off.ts";
import { switchedOn } from "./open/moves/switched-on.ts";
import { unplugged } from "./open/moves/unplugged.ts";
import { noted } from "./records/moves/noted.ts";
import { photoAdded } from "./records/moves/photo-added.ts";
import { readingCorrected } from "./records/moves/reading-corrected.ts";
import { readingTaken } from "./records/moves/reading-taken.ts";
import { wedgeRead } from "./lift/moves/wedge-read.ts";
import { photoInspected } from "./prove/moves/photo-inspected.ts";
import { panelTested } from "./prove/moves/panel-tested.ts";
import { profileRead } from "./rework/moves/profile-read.ts";
import { bubbleMarked } from "./bond/moves/bubble-marked.ts";
import { bubbleSettled } from "./bond/moves/bubble-settled.ts";
import { residueMarked } from "./clean/moves/residue-marked.ts";
import { residueCleared } from "./clean/moves/residue-cleared.ts";
import { surveyed } from "./intake/moves/surveyed.ts";
import { functionTested } from "./prove/moves/function-tested.ts";
import { lookedUnder } from "./prove/moves/looked-under.ts";
import { alloyChosen } from "./rework/moves/alloy-chosen.ts";
import { contactProbed } from "./rework/moves/contact-probed.ts";
import { fluxOff } from "./rework/moves/flux-off.ts";
import { oldDesoldered } from "./rework/moves/old-desoldered.ts";
import { pinsHome } from "./rework/moves/pins-home.ts";
import { sheetsPhotographed } from "./rework/moves/sheets-photographed.ts";
import { shielded } from "./rework/moves/shielded.ts";
import { soldered } from "./rework/moves/soldered.ts";
import { goals } from "./device/goals.ts";
import { guardsOf, isGoingOn, staysAt } from "./device/guards.ts";
import { holds, untilMs, type DeviceFact } from "./device/facts.ts";
import type { DeviceRules } from "./device/define-move.ts";
import { sceneAt, type Device, type Scene } from "./device/scene.ts";
import type { CautionName } from "./cautions.ts";
import type { StageName } from "./stage.ts";
import type { AnyMove } from "./job/move.ts";

type Any = AnyMove<Scene, Device, DeviceFact, StageName, CautionName>;

/** Of the rules below: an event says by which it was judged. */
export const RULES_VERSION = 1;

/** Every move of the trade. Where several bring a fact about, the one that stands first is tried first. */
const list: readonly Any[] = [
  agreed,
  damageDrawn,
  damageMarked,
  functionTried,
  held,
  jobOpened,
  questionAnswered,
  released,
  seatedTried,
  troubleSettled,
  backRimCut,
  backRimWarmed,
  casingOpened,
  connectorJoined,
  connectorOpened,
  displaySet,
  foundDead,
  isolated,
  licenceConfirmed,
  partPutBack,
  partTakenOut,
  pluggedIn,
  screwFound,
  screwMissed,
  screwsReturned,
  screwsTaken,
  supplyJoined,
  switchedOff,
  switchedOn,
  unplugged,
  filmPeeled,
  glassPopped,
  heatChosen,
  heatPutAway,
  oldOff,
  soakEnded,
  soakStarted,
  stackFound,
  stripCut,
  wireDrawn,
  axisChosen,
  axisRead,
  axisSwept,
  cornerStarted,
  edgeHeldUp,
  edgeSeenDry,
  filmCutOut,
  filmLaid,
  filmRubbed,
  litBare,
  skinOff,
  upEdgeMarked,
  glueCleared,
  lookedClean,
  solventChosen,
  wiped,
  alloyChosen,
  contactProbed,
  fluxOff,
  oldDesoldered,
  pinsHome,
  sheetsPhotographed,
  shielded,
  soldered,
  aligned,
  chamberOn,
  chamberOff,
  doseChosen,
  dryFitted,
  filmOnGlass,
  glassSet,
  inMould,
  laminatorOn,
  laminatorOff,
  liquidLaid,
  lookedForBubbles,
  lotTaken,
  lowered,
  loweringStarted,
  partMoved,
  partTaken,
  patternChosen,
  sensorLaminated,
  tapeLaid,
  exposureChosen,
  lampRead,
  lampOn,
  lampOff,
  seepWiped,
  functionTested,
  lookedUnder,
  casingShut,
  certificateSigned,
  customerTold,
  ended,
  handedOver,
  insideWiped,
  linerPeeled,
  linersCounted,
  noted,
  photoAdded,
  readingCorrected,
  readingTaken,
  wedgeRead,
  wireRead,
  photoInspected,
  panelTested,
  profileRead,
  bubbleMarked,
  bubbleSettled,
  residueMarked,
  residueCleared,
  surveyed,
  outsideCleaned,
  signedFor,
  squeezeStarted,
  squeezeEnded,
];

/** A move that also says which slab the work is at now. */
const withStage = (move: Any): Any => ({
  ...move,
  does: (scene, data, stamp) => {
    const state = move.does(scene, data, stamp);
    const at = move.stage(scene, data);
    return state.at === at ? state : { ...state, at };
  },
});

/** A move with what every move of its kind needs besides. */
const guarded = (told: Any): Any => {
  const guards = guardsOf(told.kind);
  const move = staysAt(told.kind) ? told : withStage(told);
  return guards.length === 0
    ? move
    : {
        ...move,
        needs: (scene, data) =>
          isGoingOn(scene) ? move.needs(scene, data) : [...guards, ...move.needs(scene, data)],
      };
};

export const moves: readonly Any[] = list.map(guarded);

/** The trade as the kernel knows it. */
export const deviceRules: DeviceRules = { moves, at: sceneAt, holds, untilMs, goals };

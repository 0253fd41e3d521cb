import { MoreHorizontal, Undo2 } from "lucide-react";
import { createPortal, preload } from "react-dom";
import { memo, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { cautions } from "../../../core/cautions.ts";
import { choiceAsked } from "../../../core/device/choice-asked.ts";
import { workedStage } from "../../../core/device/phase.ts";
import { factKey } from "../../../core/job/fact.ts";
import { nextMove, planProcedure } from "../../../core/job/plan.ts";
import { deviceRules } from "../../../core/moves.ts";
import type { StageName } from "../../../core/stage.ts";
import type { Family } from "../../../core/stack/family.ts";
import type { KeptMove } from "../../../server/store/kept-moves.ts";
import type { PersonHere } from "../../../server/store/technicians.ts";
import { askFor, planFor, say } from "../../../words/say.ts";
import { soundAlarm, soundTick } from "../../ui/alarm.ts";
import { PreferencesContext, useStoredPreferences, type Preferences } from "../../ui/preferences.ts";
import { lazyPart } from "../../ui/lazy-part.ts";
import { Settings } from "../../ui/Settings.tsx";
import { WhoIsHere } from "../../ui/WhoIsHere.tsx";
import { useAlarmWhenHidden } from "../../ui/useAlarmWhenHidden.ts";
import { useAwake } from "../../ui/useAwake.ts";
import { useIsLow } from "../../ui/useIsLow.ts";
import { useNow } from "../../ui/useNow.ts";
import { useSpoken } from "../../ui/useSpoken.ts";
import { AnswerForm } from "./AnswerForm.tsx";
import { useBounce } from "./bounce.ts";
import { answersOf, fieldsOf, fitsTheBar } from "./choices.ts";
import { instrumentOf } from "./instrument-of.ts";
import type { ShopKnowledge, ToolProps } from "./instrument.ts";
import { logRows } from "./log-rows.ts";
import { nameOf } from "./name-of.ts";
import { sheets } from "./sheets/sheet-names.ts";
import { firstChoiceAt, useChoice } from "./useChoice.ts";
import { StillLoading } from "../../ui/StillLoading.tsx";
import { useBenchFits } from "./useBenchFits.ts";
import { useDials } from "./useDials.ts";
import { useWork } from "./useWork.ts";
import { WorkPile, type PileRow } from "./WorkPile.tsx";
import { t } from "../../../words/work.ts";

export interface WorkViewProps {
  code: string;
  family: Family;
  moves: readonly KeptMove[];
  technicians: PersonHere[];
  preferences: Preferences;
  shop: ShopKnowledge;
  /** The sheet that the address names, or "". */
  open: string;
  nowMs: number;
}

const clock = (seconds: number) => {
  const whole = Math.max(0, Math.ceil(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
};

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest("input, textarea, select, [role=dialog], [role=slider], [role=application]") !== null;

/** The work itself does not wait for the sheets that lie over it. */
const OpenSheet = lazyPart(() => import("./sheets/OpenSheet.tsx"), "OpenSheet");

/** A job worked by its plan: what to do now, the instrument for it, and one press that says what hands did. */
const WorkView = memo(function WorkView(props: WorkViewProps) {
  const { code, family, technicians } = props;
  const preferences = useStoredPreferences(props.preferences);
  const fits = useBenchFits(props.shop.fits, preferences.station);
  const shop = useMemo(() => ({ ...props.shop, fits }), [props.shop, fits]);
  const who = technicians.some(({ key }) => key === preferences.who) ? preferences.who : "";
  const work = useWork(code, family, props.moves, who);
  const nowMs = useNow(props.nowMs);
  const [sheet, setSheet] = useState<string>(props.open);
  const openSheet = useCallback(
    (key: string) => {
      setSheet(key);
      history.replaceState(null, "", key === "" ? `/jobs/${code}` : `/jobs/${code}?open=${key}`);
    },
    [code],
  );

  const scene = work.scene(nowMs);
  const next = nextMove(deviceRules, scene);
  const step = next && "step" in next ? next.step : null;
  const stuck = next && "stuck" in next ? next.stuck : null;
  const seq = work.moves.at(-1)?.seq ?? 0;
  const kind = step?.move.kind ?? "";
  // The plan is asked anew after each move and where time has changed what comes next, not at each tick.
  const { scene: sceneAt } = work;
  const plan = useMemo(
    () => planProcedure(deviceRules, sceneAt(Date.now()), seq + 1),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [seq, kind, sceneAt],
  );

  const [choices, setChoices] = useDials(code, kind, shop);
  const offered = step?.data ?? null;
  const lastMs = work.moves.at(-1)?.atMs ?? props.nowMs;
  const toChoose = step && choiceAsked(kind, offered, { seq, lastMs, nowMs }, work.scene);
  const firstAt = firstChoiceAt(code, preferences.station);
  // The browser asks for it while the page is still coming.
  if (toChoose && typeof window === "undefined") preload(firstAt, { as: "fetch", crossOrigin: "anonymous" });
  const chosen = useChoice(toChoose, choices, firstAt);
  const isWorkingOut = toChoose !== null && !chosen.isFresh;
  const data = ((toChoose ? chosen.data : null) ?? offered) as Record<string, unknown> | null;
  const isFirstWorkingOut = isWorkingOut && chosen.data === null;

  const leftS = step?.notBeforeMs ? (step.notBeforeMs - nowMs) / 1_000 : 0;
  const isWaiting = leftS > 0;
  const windowLeftS =
    scene.state.lift.windowUntilMs === null ? 0 : (scene.state.lift.windowUntilMs - nowMs) / 1_000;
  useAwake(isWaiting || windowLeftS > 0);
  useAlarmWhenHidden(isWaiting ? (step?.notBeforeMs ?? null) : null);
  const isPress = step?.move.told === "press";
  const ended = scene.state.intake.ended;
  const mayTell = who !== "" && ended === null;
  const canPress = step !== null && isPress && !isWaiting && !isWorkingOut && !work.isSending && mayTell;

  const question = `${seq} ${kind}`;
  const { isFirst, isBounce } = useBounce(question);
  const press = () => {
    if (canPress && data && !isBounce()) work.send(kind, data);
  };
  const takeBack = () => {
    const { last } = work;
    if (!last || work.isSending || isBounce()) return;
    const isByLink = (last.data as { by?: string }).by === "link";
    if (
      (isByLink || last.who !== who) &&
      !confirm(
        isByLink
          ? t("customer-answered-take-it-back")
          : t("recorded-this-take-it-back", { nameOf: nameOf(technicians, last.who) }),
      )
    )
      return;
    work.takeBack();
  };
  const keys = useRef({ press, takeBack });
  keys.current = { press, takeBack };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.altKey || event.metaKey || isTyping(event.target)) return;
      if (event.key === " " || event.key === "PageDown") {
        event.preventDefault();
        keys.current.press();
      } else if (event.key === "Backspace") {
        event.preventDefault();
        keys.current.takeBack();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);

  // A glass comes down by the second: the tick to move by.
  const second = Math.floor(nowMs / 1_000);
  useEffect(() => {
    if (kind === "lowered" && mayTell) soundTick();
  }, [kind, mayTell, second]);

  const wasWaiting = useRef(false);
  useEffect(() => {
    if (wasWaiting.current && !isWaiting && step) soundAlarm();
    wasWaiting.current = isWaiting;
  }, [isWaiting, step]);

  const log = useMemo(() => logRows(family, work.moves), [family, work.moves]);
  const rows = useMemo<PileRow[]>(
    () => [
      ...log
        .filter(({ isTakenBack }) => !isTakenBack)
        .map(({ id, stage, text }): PileRow => ({ key: id, stage, text, status: "done" })),
      ...plan.steps.map(({ move, data: planned }, i): PileRow => ({
        key: `plan-${i}`,
        stage: move.stage(work.scene(0), planned),
        text: () => planFor(move.words(work.scene(0), planned)),
        status: i === 0 ? "now" : "coming",
      })),
    ],
    [log, plan, work],
  );

  // What cannot be worked by is said as the answer, not after it was pressed.
  const refused = toChoose && data && !isWorkingOut ? step.move.faults(scene, data) : null;
  const asked = refused ? say(refused) : step ? askFor(step.move.words(scene, data)) : "";
  const instruction = isWaiting
    ? t("wait-then", { charAt: asked.charAt(0).toLowerCase(), asked: asked.slice(1) })
    : asked;
  const says = ended
    ? t("over", { outcome: ended.outcome })
    : stuck
      ? t("no-way-found-to-check-the-device", { factKey: factKey(stuck.at) })
      : isFirstWorkingOut
        ? t("working-it-out")
        : instruction;
  useSpoken({
    isOn: preferences.voice === "on",
    step: question,
    sentence: says,
    leftS: isWaiting ? leftS : windowLeftS,
  });
  const hazard = step?.move.hazard(scene, step.data) ?? null;
  const stage: StageName = step?.move.stage(scene, step.data) ?? workedStage(scene);
  const tools: ToolProps = {
    code,
    scene,
    nowMs,
    who,
    technicians,
    mayTell,
    tell: work.send,
    takeBack: work.takeBack,
    shop,
  };
  const { View, asks } = instrumentOf(kind);
  const isLow = useIsLow();
  const [inBar, setInBar] = useState<HTMLElement | null>(null);
  const fields = fieldsOf(kind);
  const answers = step && data && !isPress ? answersOf(scene, step.move, data) : [];
  const form =
    step && data && !isPress && mayTell ? (
      <AnswerForm
        key={`${kind} ${work.moves.filter((move) => move.kind === kind).length}`}
        fields={fields}
        answers={answers}
        schema={step.move.data}
        data={data}
        disabled={isWorkingOut || work.isSending || isWaiting || refused !== null}
        isFirst={isFirst}
        onSend={(told) => work.send(kind, told)}
      />
    ) : null;
  // Where height is short, buttons stand in the bar, in the place of what the answer says already.
  const isAnsweredInBar =
    isLow && inBar !== null && !asks && form !== null && fields.length === 0 && fitsTheBar(answers);

  return (
    <PreferencesContext value={preferences}>
      <main
        className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)_auto] overflow-hidden lg:grid-cols-[15rem_minmax(0,1fr)] lg:grid-rows-[auto_minmax(0,1fr)_auto] max-lg:landscape:grid-cols-[9rem_minmax(0,1fr)] max-lg:landscape:grid-rows-[auto_minmax(0,1fr)_auto]"
        data-testid="work"
        data-seq={seq}
      >
        <div className="col-span-full flex min-h-12 items-center gap-x-3 border-b border-line px-3">
          <a href="/" className="inline-flex min-h-11 items-center font-semibold">
            {code}
          </a>
          <span className="min-w-0 flex-1 truncate">
            {family.code} {family.name.toLowerCase()}
            <span className="text-soft">: {scene.state.intake.complaint}</span>
          </span>
          <WhoIsHere
            people={technicians}
            who={who}
            className="min-h-12 px-2 underline underline-offset-4 lg:hidden"
          />
          <Settings className="-mr-3 lg:hidden" />
        </div>
        <WorkPile
          // What is worked out stands in the answer and in the bar: the pile says what it is for.
          rows={rows.map((row) => (row.status === "now" && !toChoose ? { ...row, text: () => asked } : row))}
          onOpen={() => openSheet("log")}
        />

        <section className="relative flex min-h-0 min-w-0 flex-col gap-2 overflow-y-auto p-3 lg:p-4">
          <h1 className="answer shrink-0 max-lg:text-2xl" data-testid="answer">
            {says}
          </h1>
          {hazard && !ended && (
            <p className="shrink-0 border-l-4 border-danger pl-2 text-sm" data-testid="caution">
              <strong>{cautions[hazard].title}.</strong> {cautions[hazard].text}
            </p>
          )}
          {work.said && (
            <p role="alert" className="shrink-0 border-2 border-danger px-3 py-2">
              {work.said}{" "}
              <button type="button" className="underline" onClick={work.hush}>
                {t("ok")}
              </button>
            </p>
          )}
          <div
            className="flex min-h-0 flex-1 items-center-safe justify-center-safe overflow-auto"
            data-testid="instrument"
            // Until it is worked out there is nothing to show; the instrument itself comes meanwhile.
            style={isFirstWorkingOut ? { visibility: "hidden" } : undefined}
          >
            <Suspense fallback={<StillLoading />}>
              <View
                key={kind}
                {...tools}
                mayTell={mayTell && !isWaiting}
                kind={kind}
                data={data ?? {}}
                isWorkingOut={isWorkingOut}
                choices={choices}
                change={setChoices}
                form={form}
              />
            </Suspense>
          </div>
          {!asks &&
            form &&
            (isAnsweredInBar ? createPortal(form, inBar) : <div className="shrink-0">{form}</div>)}
        </section>

        <footer
          className="@container col-span-full border-t-2 border-ink bg-raised px-3 py-2"
          data-testid="bar"
        >
          {/* By its own width in letters: larger text takes the narrow form sooner. */}
          <div
            className={`flex items-center gap-x-3 gap-y-1 @4xl:min-h-16 @4xl:flex-nowrap ${isAnsweredInBar ? "" : "flex-wrap"}`}
          >
            <div
              className={
                isAnsweredInBar ? "contents" : "flex min-w-0 basis-full items-center gap-2 @2xl:contents"
              }
            >
              {(isWaiting || windowLeftS > 0) && !ended && (
                <div
                  role="timer"
                  className="border-2 border-heat px-2 font-mono text-xl leading-tight text-heat @2xl:min-w-24 @2xl:px-3 @2xl:py-1 @2xl:text-3xl"
                >
                  {clock(isWaiting ? leftS : windowLeftS)}
                </div>
              )}
              <div
                ref={setInBar}
                className={isAnsweredInBar ? "min-w-0 flex-1 overflow-x-auto *:flex-nowrap" : "hidden"}
              />
              <p
                hidden={isAnsweredInBar}
                className="min-w-0 flex-1 truncate leading-tight font-semibold @2xl:line-clamp-2 @2xl:whitespace-normal @4xl:text-lg"
              >
                {ended ? t("the-job-is-over") : says}
              </p>
            </div>
            <div className="hidden gap-1.5 @4xl:flex">
              {sheets.map(({ key, title, Icon }) => (
                <button
                  key={key}
                  type="button"
                  className="flex min-h-14 min-w-14 flex-col items-center justify-center border border-soft px-1 text-xs"
                  onClick={() => openSheet(key)}
                >
                  <Icon aria-hidden size={20} />
                  {title}
                </button>
              ))}
            </div>
            <button
              type="button"
              className="flex min-h-14 min-w-14 items-center justify-center border border-soft @4xl:hidden"
              aria-label={t("more")}
              aria-haspopup="dialog"
              onClick={() => openSheet("more")}
            >
              <MoreHorizontal aria-hidden size={24} />
            </button>
            {who === "" ? (
              <WhoIsHere
                people={technicians}
                who=""
                className="min-h-14 min-w-36 border-2 border-ink bg-ink px-5 text-xl font-semibold text-on-ink"
              />
            ) : (
              <>
                <button
                  type="button"
                  className="flex min-h-14 items-center gap-1 border-2 border-ink px-3"
                  onClick={takeBack}
                  disabled={!work.last || work.last.seq === 1 || work.isSending || ended !== null}
                >
                  <Undo2 size={20} aria-hidden /> {t("back")}
                </button>
                {isPress && !ended && (
                  <button
                    type="button"
                    className="min-h-14 min-w-36 border-2 border-ink bg-ink px-5 text-xl font-semibold text-on-ink disabled:opacity-50 max-sm:flex-1"
                    onClick={press}
                    disabled={!canPress}
                    data-testid="press"
                  >
                    {isWaiting ? t("wait") : t("done")}
                  </button>
                )}
              </>
            )}
          </div>
        </footer>
        {sheet !== "" && (
          <Suspense fallback={null}>
            <OpenSheet
              sheet={sheet}
              onPick={openSheet}
              onClose={() => openSheet("")}
              {...{ tools, stage, log }}
              asksFor={[...work.missing, ...(step?.for ?? [])]}
            />
          </Suspense>
        )}
      </main>
    </PreferencesContext>
  );
});

/** The same from one text: a server writes hundreds of moves faster so than value by value. */
export function WorkPage({ json }: { json: string }) {
  const props = useMemo(() => JSON.parse(json) as WorkViewProps, [json]);
  return <WorkView {...props} />;
}

import { useAnswer } from "../../ui/useAnswer.ts";
import { t } from "../../../words/close.ts";

/** Which of a job's photos its customer sees at the address: all, but for those that are kept back here. */
export function CustomerPhotos({
  code,
  photos,
  initial,
}: {
  code: string;
  /** Each with what is said of it. */
  photos: readonly { id: string; about: string }[];
  /** Those that are kept back. */
  initial: readonly string[];
}) {
  const { value: keptBack, said, ask } = useAnswer(initial);
  return (
    <fieldset className="mt-3">
      <legend>
        {t("customer-sees-photos", { shown: photos.length - keptBack.length, photos: photos.length })}
      </legend>
      <ul className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(8rem,1fr))] gap-2">
        {photos.map(({ id, about }) => {
          const isShown = !keptBack.includes(id);
          return (
            <li key={id}>
              <button
                type="button"
                aria-pressed={isShown}
                className="block w-full border-2 border-line text-left text-sm aria-pressed:border-ink"
                onClick={() =>
                  void ask(`/api/jobs/${code}/customer-photos`, "PUT", { id, isShown: !isShown })
                }
              >
                <img
                  src={`/api/photos/${id}?size=thumbnail`}
                  alt={about}
                  loading="lazy"
                  className={`aspect-4/3 w-full bg-line object-cover ${isShown ? "" : "opacity-30"}`}
                />
                <span className={`block px-1 py-0.5 ${isShown ? "font-semibold" : "text-soft"}`}>
                  {isShown ? t("the-customer-sees-it") : t("kept-back")}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {said && (
        <p role="alert" className="mt-2 text-danger">
          {said}
        </p>
      )}
    </fieldset>
  );
}

import { ReactCompareSlider, ReactCompareSliderImage } from "react-compare-slider";

/** Two photos over one another; the bar between them slides. */
export default function Compare({
  first,
  second,
  labels,
}: {
  first: string;
  second: string;
  labels: readonly [string, string];
}) {
  const picture = (id: string, label: string) => (
    <ReactCompareSliderImage
      src={`/api/photos/${id}`}
      alt={label}
      style={{ objectFit: "contain", height: "100%", width: "100%" }}
    />
  );
  return (
    <ReactCompareSlider
      className="size-full"
      itemOne={picture(first, labels[0])}
      itemTwo={picture(second, labels[1])}
    />
  );
}

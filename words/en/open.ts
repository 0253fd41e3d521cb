/** What is said in English: open. */
export const open = {
  "must-be-a-number-from-30-to": "must be a number from 30 to {CELL_MOST_C}",
  "supply-cable": "supply cable",
  to: "{first} to {last}",
  mm: "{thread} × {lengthMm} mm",
  "nobody-has-noted-what": "nobody has noted what",
  "the-screw-of-cell-is-mm-long":
    "The screw of cell {cell} is {lengthMm} mm long, hole {hole} takes {lengthMm2} mm: {longerMm} mm too long. Under it: {beneath}.",
  "is-not-a-cell-must-be-a": "{number} is not a cell: must be a number from 1 to {most}.",
  "screw-is-out-already": "Screw {number} is out already.",
  "not-out": "not out",
  "back-already": "back already",
  "screw-is": "Screw {cell} is {where}.",
  "hole-has-its-screw": "Hole {hole} has its screw.",
  "is-more-than-there-are-must-be":
    "{count} is more than there are: must be a number from 1 to {left} of {own}.",
  "screw-is-not-in-the-tray": "Screw {cell} is not in the tray.",
  "screw-is-not-missing": "Screw {cell} is not missing.",
  "no-screw-is-left-over": "No screw is left over.",
  "of-still-out": "{count} of {screwName} still out",
  "of-too-many-back": "{count} of {screwName} too many back",
  "missing-from": "missing from {missing}",
  "left-over-with-no-hole": "{leftOver} left over with no hole",
} as const;

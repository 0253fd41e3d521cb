/** What is said in English: close. */
export const close = {
  "for-the-customer": "For the customer",
  "code-that-opens-the-certificate": "Code that opens the certificate",
  "anyone-with-this-address-sees-the":
    "Anyone with this address sees the certificate and the photos of this job.",
  "invoice-made": "Invoice {number}",
  "invoice-on-paper": "Invoice (PDF)",
  "invoice-for-a-machine": "Invoice (JSON)",
  "make-the-invoice": "Make the invoice",
  "withdraw-it": "Withdraw it",
  "make-an-address-for-the-customer": "Make an address for the customer",
  "it-cannot-be-guessed-and-it-can": "It cannot be guessed, and it can be withdrawn.",
  "first-choose-who-is-at-the-bench": "First choose who is at the bench.",
  "keep-it-from-heat-above-60-c": "Keep it from heat above 60 °C and do not press on the glass for a day.",
  "the-tape-is-at-its-full-strength":
    "The tape is at its full strength after {fullStrengthH} hours: do not pull at the glass until then.",
  "wipe-the-film-with-a-soft-damp": "Wipe the film with a soft damp cloth only; no alcohol, no acetone.",
  "treat-it-as-before": "Treat it as before.",
  film: "{line} film",
  "broken-in-the-work": "Broken in the work: {listed}.",
  "the-repair-was-not-done-as-agreed": "The repair was not done, as agreed.",
  "not-put-back": "Not put back: {listed}.",
  "a-connector-had-come-loose-and-was":
    "A connector had come loose and was pressed home. Nothing was replaced.",
  new: "New: {listed}.",
  "new-2": "New: {replaces}.",
  "small-left-within-what-we-let-pass":
    "{left, plural, one {1 small bubble is} other {# small bubbles are}} left, within what we let pass.",
  "nothing-was-seen-under-the-glass": "Nothing was seen under the glass.",
  "dead-when-it-came-in-and-still": "Dead when it came in, and still so: {names}.",
  "not-fitted-so-not-checked": "Not fitted, so not checked: {names}.",
} as const;

/** What is said in English: close. */
export const close = {
  "for-the-customer": "For the customer",
  "code-that-opens-the-certificate": "Code that opens the certificate",
  "anyone-with-this-address-sees-the":
    "Anyone with this address sees the certificate and the photos of this job.",
  "withdraw-it": "Withdraw it",
  "make-an-address-for-the-customer": "Make an address for the customer",
  "it-cannot-be-guessed-and-it-can": "It cannot be guessed, and it can be withdrawn.",
  "first-choose-who-is-at-the-bench": "First choose who is at the bench.",
} as const;

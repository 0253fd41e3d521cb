/** What is said in English: documents. */
export const documents = {
  "bring-in-a-job-document": "Bring in a job document",
  "document-job-json": "Document (.job.json)",
  "a-job-that-is-already-here-is":
    "A job that is already here is not added twice. A document with a fault is refused, and the fault is shown.",
  "bring-in-a-family": "Bring in a family",
  "document-family-json": "Document (.family.json)",
  "a-family-that-is-already-here-gets":
    "A family that is already here gets its next version; jobs keep theirs. A document with a fault is refused.",
  "is-here-as-version": "{code} is here as version {version}.",
  "is-in-with-entries": "{code} is in, with {added} entries.",
  "was-here-already-nothing-changed": "{code} was here already; nothing changed.",
  "mb-must-be-at-most-mb": "{size} MB must be at most {mostMb} MB",
  "cannot-be-read-choose-the-file-again": "cannot be read. Choose the file again.",
  "no-answer-from-the-server-choose-the":
    "no answer from the server. Choose the file again: what is here already is not taken twice.",
  reading: "Reading",
  "open-it": "Open it",
  "refused-nothing-was-changed": "Refused; nothing was changed.",
  "and-more": "and {length} more",
} as const;

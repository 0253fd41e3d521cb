import type { close as english } from "../en/close.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: close. */
export const close: Words<typeof english> = {
  "for-the-customer": "Para el cliente",
  "code-that-opens-the-certificate": "Código que abre el certificado",
  "anyone-with-this-address-sees-the":
    "Quien tenga esta dirección ve el certificado y las fotos de este trabajo.",
  "invoice-made": "Factura {number}",
  "invoice-on-paper": "Factura (PDF)",
  "invoice-for-a-machine": "Factura (JSON)",
  "make-the-invoice": "Hacer la factura",
  "withdraw-it": "Retirarla",
  "make-an-address-for-the-customer": "Crear una dirección para el cliente",
  "it-cannot-be-guessed-and-it-can": "No se puede adivinar y se puede retirar.",
  "first-choose-who-is-at-the-bench": "Entra primero.",
  "keep-it-from-heat-above-60-c": "Por un día, no lo caliente a más de 60 °C ni apriete el cristal.",
  "the-tape-is-at-its-full-strength":
    "La cinta tiene toda su fuerza después de {fullStrengthH} horas: hasta entonces no tire del cristal.",
  "wipe-the-film-with-a-soft-damp":
    "Limpie la película solo con un paño suave y húmedo; sin alcohol ni acetona.",
  "treat-it-as-before": "Úselo como antes.",
  film: "película {line}",
  "broken-in-the-work": "Se rompió en el trabajo: {listed}.",
  "the-repair-was-not-done-as-agreed": "La reparación no se hizo, como se acordó.",
  "not-put-back": "No se volvió a poner: {listed}.",
  "a-connector-had-come-loose-and-was": "Un conector se había soltado y se asentó. No se cambió nada.",
  new: "Nuevo: {listed}.",
  "new-2": "Nuevo: {replaces}.",
  "small-left-within-what-we-let-pass":
    "{left, plural, one {Queda 1 burbuja pequeña} other {Quedan # burbujas pequeñas}}, dentro de lo que aceptamos.",
  "nothing-was-seen-under-the-glass": "No se vio nada bajo el cristal.",
  "dead-when-it-came-in-and-still": "Sin función al llegar, y sigue así: {names}.",
  "not-fitted-so-not-checked": "No instalado, por eso no se revisó: {names}.",
  "back-to-the-customer": "De vuelta al cliente",
  "hand-the-device-over": "Entregar el equipo",
  "fetched-by": "Lo recoge",
  "sign-here": "Firma aquí",
  "sign-again": "Firmar de nuevo",
  "hand-it-over": "Está entregado",
  "not-now": "Ahora no",
  "handed-over": "Lo recogió {to} el {day}, lo entregó {who}.",
  "signature-of": "Firma de {to}",
  "still-here": "Sigue aquí",
  "customer-sees-photos":
    "El cliente ve {shown} de {photos, plural, one {1 foto} other {# fotos}}. Pulsa una para cambiarla.",
  "the-customer-sees-it": "se muestra",
  "kept-back": "no se muestra",
  "goes-back-with": "Se devuelve con: {accessories}",
};

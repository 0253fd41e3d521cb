import type { Words } from "../language.ts";
import type { practice as english } from "../en/practice.ts";

/** What is said in Spanish: practice. */
export const practice: Words<typeof english> = {
  "this-is-practice": "Práctica. Nada de esto es un trabajo real.",
  "all-exercises": "Todos los ejercicios",

  "exercise-sweep": "Barrer con la lámpara",
  "exercise-align": "Alinear un vidrio",
  "exercise-probe": "Medir una unión",
  "exercise-see": "Ver lo que hay debajo",
  "exercise-freeze": "Congelar y soltar",
  "exercise-window": "Separar con tarjeta",
  "exercise-lower": "Aplicar y bajar",
  "exercise-turn": "Girar una película",
  "exercise-wire": "Pasar un hilo",
  "aim-sweep": "Dar a cada punto su dosis con una lámpara de mano.",
  "aim-align": "Igualar el borde mientras el vidrio deriva y fijarlo.",
  "aim-probe": "Hallar cortos y abiertos con los menos pares.",
  "aim-see": "Marcar cada defecto de una imagen, y nada más.",
  "aim-freeze": "Volver frágil el pegamento y esperar a que seque.",
  "aim-window": "Separar un borde mientras el pegamento está blando.",
  "aim-lower": "Aplicar el líquido y bajar el vidrio sin aire.",
  "aim-turn": "Poner una película a menos de 2° con lecturas.",
  "aim-wire": "Bajar un hilo sobre grietas y parar en el cable.",

  "next-exercise": "Siguiente: {exercise}",
  "practise-it": "Practicar",
  "all-fresh": "Todo está reciente. Practica lo que quieras.",
  "next-was-lost": "Lo perdiste la última vez.",
  "next-is-new": "Es nuevo para ti.",
  "next-has-faded": "No lo haces desde hace más de {days, number} días.",
  "next-hidden": "Salió bien. Ahora con menos a la vista: {level}.",
  "so-many-of": "{level}: {won} de {tried}.",
  "not-yet": "todavía no",
  "sure-pct": "al menos {sure} %",
  ready: "listo",
  "ready-means": "Listo: es probable que salga bien al menos {limit} de 100 veces, como en la mesa.",
  "ready-from-pct": "Listo desde, % (vacío: sin límite)",
  save: "Guardar",
  day: "Día {day}",
  "two-minute-tour": "Recorrido de dos minutos",
  "next-in-the-tour": "Sigue el recorrido ({stop} de {stops})",
  "print-this-sheet": "Imprimir esta hoja",
  "by-person": "Por persona, como en la mesa",

  "it-is-done": "Listo",
  "leave-off": "Parar aquí",
  "a-good-hand": "Una buena mano",
  "look-at-second": "A los {second, number} s",
  level: "Nivel",
  "level-seen": "Con ayuda",
  "level-unseen": "Como en la mesa",
  speed: "Velocidad",
  times: "{times} ×",
  seed: "Número de panel",
  "seed-must-be": "El número de panel debe ser un entero de 1 a {most, number}.",
  start: "Empezar",
  again: "El mismo panel otra vez",
  "another-panel": "Otro panel",
  "force-as-a-tone": "La fuerza como tono",
  "not-kept": "El servidor no responde: este intento no cuenta.",
  "so-many-went-well":
    "{level}: {won} de tus últimos {tried} salieron bien. Probable: de {low} a {high} de 100.",
  less: "Menos",
  more: "Más",
  cable: "cable",
  "plate-c": "Placa, °C",
  "glue-line-is": "Línea de pegamento: {glue} °C.",
  "panel-too-hot": "Perdido: el panel llegó a {had} °C. Aguanta {limit} °C.",
  "plate-below-limits": "Una placa menos caliente o menos tiempo: el panel también tiene un límite.",

  "give-every-place": "Da a cada punto {dose, number} mJ/cm². Bajo la lámpara: {reading, number} mW/cm².",
  "least-so-far": "Mínimo hasta ahora: {percent} %. {seconds, number} s.",
  "time-so-far": "{seconds, number} s. Pulsa Listo cuando cada punto tenga su dosis.",
  "every-place-had": "Cada punto tuvo su dosis, en {seconds, number} s.",
  "place-had":
    "Perdido: a {x} mm de la izquierda y {y} mm de arriba llegaron {had, number} de {limit, number} mJ/cm².",
  "fingers-had":
    "Perdido: tus dedos recibieron {had, number} mJ/cm². La piel puede recibir {limit, number} al día.",
  "well-swept": "Filas parejas, hasta pasar cada borde. Repítelo con menos a la vista.",
  "keep-fingers-out":
    "Da la vuelta justo después del borde inferior: la luz pasó sobre la mano que sujeta el panel.",
  "go-over-the-edges": "Ve en filas parejas, a unos 18 mm, y sal 8 mm de cada borde.",
  "how-to-sweep":
    "Pulsa y arrastra para barrer. Con teclas: las flechas mueven la lámpara, Espacio la enciende. Luego pulsa Listo.",
  "field-label":
    "Panel en la mesa. Pulsa y arrastra para barrer con la lámpara; o flechas para moverla y Espacio para encenderla.",
  fingers: "dedos",
  "fingers-so-far": "Tus dedos hasta ahora: {had, number} de {limit, number} mJ/cm².",
  "uv-caution":
    "En una mesa real: gafas UV y guantes puestos, mangas bajadas. Sigue los datos de seguridad de la lámpara y del adhesivo.",

  "part-the-upper-edge": "Separa el borde superior, {edge} mm. Un cable sale de {from} a {to} mm.",
  "choose-heat-then-lift-off": "Elige placa y tiempo, y luego retíralo.",
  "edge-free-at": "{free} % libre. Pegamento a {glue} °C. Tarjeta a {speed} mm/s.",
  "edge-free": "{free} % libre. {seconds, number} s fuera de la placa.",
  "edge-is-free":
    "El borde está libre, en {seconds, number} s y {soaks, plural, one {un calentamiento} other {# calentamientos}}.",
  "card-too-fast":
    "Perdido: se rompió a {x} mm de la izquierda. La tarjeta iba a {had} mm/s; el pegamento permitía {limit} mm/s.",
  "glue-too-cold":
    "Perdido: se rompió a {x} mm de la izquierda. El pegamento estaba frío: sintió {had} MPa y aguanta {limit} MPa.",
  "card-too-deep":
    "Perdido: la tarjeta entró {had} mm a {x} mm de la izquierda, bajo la imagen. Puede entrar {limit} mm.",
  "cable-cut-at": "Perdido: el cable está cortado, a {x} mm de la izquierda.",
  "not-parted-at": "Perdido: {left} mm del borde siguen pegados, el primero a {x} mm de la izquierda.",
  "well-parted": "Más despacio al enfriarse, fuera en el cable. Repítelo con menos a la vista.",
  "slower-as-it-cools": "Ve más despacio según se enfría, unos 3 mm/s al principio, o vuelve a la placa.",
  "back-on-the-plate-sooner": "Una placa más caliente o más tiempo, y de vuelta antes de que se endurezca.",
  "keep-to-the-border": "Mantén la tarjeta de 3 a 5 mm adentro: la línea muestra dónde empieza la imagen.",
  "card-out-at-the-cable": "Saca la tarjeta antes del cable y métela otra vez detrás.",
  "go-on-to-the-corner": "Sigue hasta las dos esquinas, y hasta 3 mm del cable.",
  "how-to-part":
    "Pulsa Empezar, ajusta la placa, retira el panel. Luego arrastra la tarjeta por el borde. Con teclas: las flechas la mueven, Espacio la mete.",
  "card-field-label":
    "Borde superior de un panel. Pulsa y arrastra la tarjeta por él; o flechas para moverla y Espacio para meterla.",
  "hot-glass-caution":
    "En una mesa real: guantes para calor y gafas. El vidrio puede astillarse. Sigue los datos de seguridad de lo que calientas.",
  "no-deeper": "no más de {deep} mm",
  "soak-min": "Tiempo, min",
  "lift-off": "Retirar",
  "back-on-the-plate": "De vuelta a la placa",

  "draw-the-wire-down": "Baja el hilo hasta {to} mm. Sobre grietas, a no más de {speed} mm/s.",
  "choose-plate-then-heat": "Elige la placa y calienta diez minutos.",
  "wire-stands-at": "Izquierda {left} mm, derecha {right} mm. Tiras {force} N; se rompe a {breaks} N.",
  "wire-stands": "Izquierda {left} mm, derecha {right} mm.",
  "wire-is-through": "El hilo llegó hasta el cable, en {seconds, number} s.",
  "wire-snapped": "Perdido: el hilo se rompió. Tiraste {had} N; aguanta {limit} N.",
  "wire-cut-cable": "Perdido: el hilo cortó el cable, a {limit} mm.",
  "wire-dragged-shards":
    "Perdido: el hilo arrastró astillas sobre el panel. Cruzó una grieta a {had} mm/s; {limit} mm/s es seguro.",
  "wire-not-through": "Perdido: un extremo está a {had} mm. Tiene que llegar a {limit} mm.",
  "well-drawn": "Los dos extremos juntos, despacio sobre las grietas. Repítelo con menos a la vista.",
  "warmer-and-slower": "Una placa más caliente: el pegamento frío tira mucho más. Y más despacio.",
  "stop-above-the-cable": "Para en la línea discontinua: el cable entra desde el borde inferior.",
  "slow-over-cracks": "Frena antes de cada grieta, a 1 mm/s más o menos.",
  "both-ends-to-the-line": "Lleva los dos extremos hasta la línea discontinua.",
  "how-to-draw":
    "Arrastra cerca de un extremo para bajarlo, en el medio para bajar los dos. Con teclas: Abajo baja los dos, Izquierda y Derecha uno.",
  "wire-field-label":
    "Panel con un hilo encima. Arrastra un extremo o el medio hacia abajo; o pulsa Abajo para los dos, Izquierda o Derecha para uno.",
  "wire-caution":
    "En una mesa real: guantes contra cortes y gafas. Un hilo que se rompe azota. Aparta la cara.",
  "wire-goes-at": "Hilo: {speed} mm/s.",
  "heat-ten-minutes": "Calentar diez minutos",

  "lay-and-lower":
    "Aplica {needed, number} µl, {flow} µl por segundo, y baja. El frente puede ir a {speed} mm/s.",
  "laid-so-far": "{laid, number} de {needed, number} µl aplicados.",
  laying: "{seconds, number} s. Baja el borde cuando haya bastante.",
  "lowered-at": "{percent} % abajo. El frente va a {speed} mm/s.",
  lowered: "{percent} % abajo.",
  "gap-is-full": "El hueco está lleno al {wet} %, salió {spill} %, la esquina está seca.",
  "front-too-fast":
    "Perdido: hay aire atrapado a {y} mm de arriba. El frente iba a {had} mm/s; puede ir a {limit} mm/s.",
  "air-closed-in":
    "Perdido: quedaron {had} mm² de aire a {x} mm de la izquierda y {y} mm de arriba. Se admiten {limit} mm².",
  "bay-flooded": "Perdido: la esquina que queda seca está mojada al {had} %. Se admite {limit} %.",
  "too-much-out": "Perdido: {had} % de {needed, number} µl salió por los bordes. Se admite {limit} %.",
  "corner-starved":
    "Perdido: el hueco está lleno al {had} %, se pide {limit} %. Lo menos, a {x} mm de la izquierda y {y} mm de arriba.",
  "glass-not-down": "Perdido: el vidrio bajó {had} %.",
  "well-lowered": "Cordones parejos y frente parejo. Repítelo con menos a la vista.",
  "lower-for-seconds": "Tarda al menos {seconds, number} s en bajarlo.",
  "no-rings": "Pon cordones lado a lado, no un anillo: un anillo encierra su aire.",
  "keep-off-the-bay": "Termina el cordón de arriba 6 mm antes de la esquina que queda seca.",
  "lay-for-seconds": "Aplica {seconds, number} s en total: la boquilla da lo mismo cada segundo.",
  "three-even-beads": "Tres cordones parejos a lo ancho, {seconds, number} s de flujo en total.",
  "all-the-way-down": "Baja el borde del todo y pulsa Listo.",
  "how-to-lower":
    "Pulsa y arrastra para aplicar. Luego arrastra el control para bajar. Con teclas: flechas y Espacio aplican; cuando ya baja, Abajo lo baja.",
  "lower-field-label":
    "Panel para el líquido. Pulsa y arrastra para aplicarlo; o flechas para mover la boquilla y Espacio para que fluya.",
  "liquid-caution":
    "En una mesa real: guantes y gafas, sin luz sobre el líquido. Sigue sus datos de seguridad.",
  "stays-dry": "queda seca",
  "far-edge-down": "Bajar el borde",

  "make-the-border-even": "Deja el borde en {border} mm por todos lados, a menos de {pass} mm, y fíjalo.",
  "border-off-by": "Desviado {worst} mm. {nudge}",
  nudging: "{seconds, number} s. Deriva: fíjalo cuando el borde esté igual.",
  tacking: "Fijando: aguanta a los {seconds} s.",
  "border-is-even": "El borde está igual a {worst} mm, fijado a los {seconds, number} s.",
  "border-outside": "Perdido: el borde está desviado {had} mm. Se admiten {limit} mm.",
  "not-tacked": "Perdido: no se fijó durante {limit} s y sigue flotando.",
  "well-aligned": "Primero girado, luego empujado, fijado enseguida. Repítelo con menos a la vista.",
  "turn-then-push-then-tack":
    "Gíralo primero por una esquina, empújalo por el medio y fíjalo enseguida: deriva.",
  "wait-for-the-tack": "Pulsa Fijar y espera a que aguante.",
  "how-to-align":
    "Pulsa sobre el vidrio y arrastra: sigue despacio, y gira si empujas fuera del medio. Con teclas: las flechas mueven el dedo, Espacio aprieta.",
  "align-field-label":
    "Vidrio que flota en líquido. Pulsa sobre él y arrastra para moverlo; o flechas para mover el dedo y Espacio para apretar.",
  "tack-it": "Fijar",

  "turn-the-film": "Gira la película hasta ver signos oscuros sobre claro, a menos de {pass}°.",
  "film-stands-read":
    "Película a {deg}°. Según el medidor, los signos son más oscuros a {darkest}° ± {half}°.",
  "film-stands":
    "Película a {deg}°. {readings, plural, =0 {Sin lecturas} one {Una lectura} other {# lecturas}}.",
  "film-is-right": "La película está bien, a {off}°.",
  "picture-inverted": "Perdido: la imagen está invertida. La película está a {off}°.",
  "picture-tinted": "Perdido: la imagen tiene un tinte. La película está a {off}°; se admiten {limit}°.",
  "film-off": "Perdido: la película está a {off}°; se admiten {limit}°.",
  "well-turned": "Lecturas por toda la vuelta, luego la película. Repítelo con menos a la vista.",
  "quarter-turn": "Un cuarto de vuelta más: signos claros sobre oscuro es lo contrario.",
  "read-all-round": "El ojo no distingue 5° de nada: lee primero cada 20° por toda la vuelta.",
  "how-to-turn":
    "Arrastra alrededor del dial para girar la película. Lee el medidor en ángulos alejados. Con teclas: Izquierda y Derecha la giran.",
  "turn-field-label":
    "Película en un dial junto a su imagen. Arrastra alrededor del dial; o Izquierda y Derecha para girarla.",
  "film-caution":
    "En una mesa real: levanta las películas por sus lengüetas. Disolventes lejos, manos secas.",
  "meter-read": "{deg}°: {level, number} lx.",
  "read-the-meter": "Leer el medidor",

  "freeze-and-pop":
    "Congelador a {freezer} °C. El pegamento se rompe bajo {brittle} °C. Vidrio {glass} mm, pegamento {glue} mm, humedad {damp} %.",
  "freezing-at": "{minutes, plural, one {# minuto} other {# minutos}} dentro. Pegamento a {glue} °C.",
  freezing: "{minutes, plural, one {# minuto} other {# minutos}} dentro.",
  "out-at": "Fuera desde hace {seconds, number} s. Pegamento a {glue} °C.",
  out: "Fuera desde hace {seconds, number} s.",
  "thawing-at": "Suelto. Hace {minutes, plural, one {# minuto} other {# minutos}}. Su cara: {face} °C.",
  thawing: "Suelto. Hace {minutes, plural, one {# minuto} other {# minutos}}.",
  "popped-and-dry":
    "Suelto tras {minutes, plural, one {# minuto} other {# minutos}}, encendido seco tras {dry, plural, one {# minuto} other {# minutos}}.",
  "glue-not-brittle":
    "Perdido: el pegamento estaba a {had} °C y rasgó el panel. Se rompe limpio bajo {limit} °C.",
  "powered-while-wet": "Perdido: encendido a {had} °C. El agua se posa bajo {limit} °C.",
  "never-powered": "Perdido: no se encendió, así que nadie sabe si vive.",
  "well-frozen": "Bastante frío, suelto enseguida, seco antes de encender. Repítelo con menos a la vista.",
  "longer-in-the-cold": "Más tiempo en frío, y suéltalo en segundos: el vidrio fino se calienta rápido.",
  "wait-until-dry": "Espera a que su cara esté un grado sobre el punto de rocío, y algo más.",
  "power-it-at-last": "Enciéndelo cuando esté seco: solo así se sabe que vive.",
  "how-to-freeze":
    "Un segundo aquí es un minuto allí. Sácalo, suéltalo y enciéndelo, cada cosa con su botón.",
  "freeze-field-label": "Congelador, mesa y un termómetro de la línea de pegamento.",
  "cold-caution": "En una mesa real: guantes para frío y gafas. El vidrio helado se astilla.",
  "room-is": "Sala: {room} °C, {damp} % de humedad.",
  "dew-point-is": "El agua se posa bajo {dew} °C.",
  "brittle-below": "frágil debajo",
  freezer: "congelador",
  bench: "mesa",
  "power-it": "Encender",
  "pop-it": "Soltar",
  "take-it-out": "Sacar",

  "mark-every-defect": "Marca cada defecto desde {least} mm, {light}, en {seconds} s.",
  "marked-of": "{marks} de {there} marcados. Quedan {seconds} s.",
  marked: "{marks} marcados. Quedan {seconds} s.",
  "all-seen":
    "Todo visto, en {seconds, number} s, con {wrong, plural, =0 {ninguna marca} one {una marca} other {# marcas}} donde no hay nada.",
  "defect-missed":
    "Perdido: se escapó uno de {size} mm a {x} mm de la izquierda y {y} mm de arriba. Cuenta desde {limit} mm.",
  "nothing-there":
    "Perdido: {had} marcas donde no hay nada, una a {x} mm de la izquierda y {y} mm de arriba.",
  "no-time-left": "Perdido: pasaron {limit} s.",
  "own-eyes-see": "Cuadros: los ojos del producto ven {eyes, plural, one {un sitio} other {# sitios}}.",
  "well-seen": "Todo, a tiempo. Repítelo con menos a la vista.",
  "row-by-row": "Ve fila por fila: un sitio que el ojo salta no se mira.",
  "noise-is-even": "El ruido es igual en todas partes. Lo que destaca el doble es algo.",
  "faster-rows": "No te quedes: una fila en cinco segundos.",
  "how-to-see":
    "Pulsa sobre lo que ves; pulsa otra vez para quitar la marca. Con teclas: las flechas mueven la cruz, Espacio marca.",
  "see-field-label":
    "Imagen de un panel. Pulsa sobre cada defecto para marcarlo; o flechas para mover la cruz y Espacio para marcar.",
  "see-caution": "En una mesa real: no mires a una lámpara. Descansa la vista tras cada panel.",

  "probe-the-joint":
    "Mide {contacts} contactos: cada uno hasta su extremo, y los vecinos. Con los menos pares.",
  "probe-first": "Apoya las puntas.",
  "it-beeps": "{a} y {b}: pita.",
  "it-is-silent": "{a} y {b}: silencio.",
  "end-of": "el extremo de {contact}",
  "said-and-left": "{said} {left, plural, =0 {Se sabe todo.} one {Queda un par.} other {Quedan # pares.}}",
  "said-and-probed": "{said} {probes, plural, one {Un par medido} other {# pares medidos}}.",
  "all-is-known":
    "Se sabe todo con {probes} pares, los menos posibles: {faults, plural, one {un fallo} other {# fallos}}.",
  "pairs-untested": "Perdido: {had, plural, one {no se conoce un par} other {no se conocen # pares}}.",
  "pairs-too-many": "Perdido: {had} pares medidos. Bastaban {limit}.",
  "well-probed": "Primero los extremos, luego los vecinos. Repítelo con menos a la vista.",
  "ends-then-neighbours": "Primero cada contacto hasta su extremo, luego cada uno con su vecino.",
  "what-follows": "Los contactos que pitan son uno: lo que se sabe de uno no hay que medirlo en el otro.",
  "how-to-probe":
    "Pulsa el extremo de un contacto para medir su línea. Para dos contactos, pulsa uno y luego el otro. O elige las dos puntas y pulsa Tocar.",
  "probe-field-label":
    "Contactos en fila, con sus extremos encima. Pulsa un extremo, o dos contactos; o elige las puntas al lado.",
  "probe-caution": "En una mesa real: ninguna alimentación conectada mientras mides.",
  "far-ends": "extremos",
  "short-between": "Corto: {a} y {b}.",
  "open-at": "Abierto: {a}.",
  "black-tip": "Punta negra",
  "red-tip": "Punta roja",
  "its-far-end": "su extremo",
  "touch-both": "Tocar",
};

/* Runs on the panel under test. ECMAScript 5, canvas and XMLHttpRequest only; everything is in the one page, so it goes on without the network. */
(function () {
  var told = window.panelTest;
  var screenEl = document.getElementById("screen");
  var context = screenEl.getContext("2d");
  var bar = document.getElementById("bar");
  var sayEl = document.getElementById("say");
  var buttonsEl = document.getElementById("buttons");
  var statusEl = document.getElementById("status");
  var ratio = window.devicePixelRatio || 1;
  var wide = 0;
  var tall = 0;
  var onTap = null;
  var onSize = null;
  var now = function () {
    return window.performance && performance.now ? performance.now() : new Date().getTime();
  };
  var nextFrame =
    window.requestAnimationFrame ||
    window.webkitRequestAnimationFrame ||
    function (run) {
      return setTimeout(function () {
        run(now());
      }, 16);
    };

  function fit() {
    ratio = window.devicePixelRatio || 1;
    wide = Math.max(1, Math.round(window.innerWidth * ratio));
    tall = Math.max(1, Math.round(window.innerHeight * ratio));
    screenEl.width = wide;
    screenEl.height = tall;
    if (onSize) onSize();
  }

  /** The bar at the foot: a sentence, and buttons as [label, what it does]. */
  function show(sentence, buttons) {
    var i, button;
    sayEl.textContent = sentence;
    buttonsEl.innerHTML = "";
    for (i = 0; i < buttons.length; i += 1) {
      button = document.createElement("button");
      button.type = "button";
      button.appendChild(document.createTextNode(buttons[i][0]));
      button.onclick = buttons[i][1];
      buttonsEl.appendChild(button);
    }
    bar.style.display = "block";
  }
  function hide() {
    bar.style.display = "none";
  }

  /* What is to be sent stays in this browser until the server has it. */
  var KEY = "panel-test-" + told.session;
  var unsent = [];
  var sending = false;
  var isOver = false;
  var isAtEnd = false;
  try {
    unsent = JSON.parse(window.localStorage.getItem(KEY) || "[]");
  } catch (ignored) {
    unsent = [];
  }
  function keep() {
    try {
      window.localStorage.setItem(KEY, JSON.stringify(unsent));
    } catch (ignored) {
      /* Private windows keep nothing: what is to be sent stays in the page. */
    }
  }
  function status() {
    statusEl.textContent = isOver
      ? told.words.over
      : unsent.length === 0
        ? isAtEnd
          ? told.words.sent
          : ""
        : told.words.kept.replace("#", unsent.length);
  }
  function pump() {
    var request;
    if (sending || isOver || unsent.length === 0) return status();
    sending = true;
    request = new XMLHttpRequest();
    request.open("POST", "/p/results", true);
    request.setRequestHeader("content-type", "application/json");
    request.timeout = 15000;
    request.onreadystatechange = function () {
      if (request.readyState !== 4) return;
      sending = false;
      if (request.status >= 200 && request.status < 300) {
        unsent.shift();
        keep();
        pump();
      } else {
        /* Over: sending again would not help. Not understood: the next may be. Anything else may pass. */
        if (request.status === 410 || request.status === 404) isOver = true;
        if (request.status === 422) {
          unsent.shift();
          keep();
        }
        status();
        setTimeout(pump, 3000);
      }
    };
    request.send(
      JSON.stringify({ session: told.session, number: unsent[0].number, report: unsent[0].report })
    );
    status();
  }
  function send(report) {
    var number = 1;
    try {
      number = Number(window.localStorage.getItem(KEY + "-count") || "0") + 1;
      window.localStorage.setItem(KEY + "-count", String(number));
    } catch (ignored) {
      number = (send.count || 0) + 1;
      send.count = number;
    }
    unsent.push({ number: number, report: report });
    keep();
    pump();
  }

  function wholeScreen() {
    var page = document.documentElement;
    var ask =
      page.requestFullscreen ||
      page.webkitRequestFullscreen ||
      page.mozRequestFullScreen ||
      page.msRequestFullscreen;
    var asked;
    if (!ask) return;
    try {
      asked = ask.call(page);
      if (asked && asked["catch"]) asked["catch"](function () {});
    } catch (ignored) {
      /* Where it is not allowed the pattern fills the window. */
    }
  }

  /* Patterns, one after the other. A tap shows the bar; in marking mode it marks a pixel. */
  var seen = [];
  var faults = [];
  var kindOn = {
    black: "bright",
    white: "dark",
    red: "subpixel dark",
    green: "subpixel dark",
    blue: "subpixel dark"
  };
  function patterns(index) {
    var name = told.patterns[index];
    var startMs = now();
    var isMarking = false;
    var live = true;
    var marks = [];
    function drawAll() {
      var i;
      drawPattern(context, name, wide, tall, now() - startMs);
      context.strokeStyle = "#f80";
      context.lineWidth = 3 * ratio;
      for (i = 0; i < marks.length; i += 1) {
        context.beginPath();
        context.arc(marks[i].xPx, marks[i].yPx, 14 * ratio, 0, 7);
        context.stroke();
      }
    }
    function go(step) {
      live = false;
      onTap = null;
      onSize = null;
      if (index + step >= told.patterns.length) {
        send({ part: "patterns", source: "panel", seen: seen });
        send({ part: "pixels", source: "panel", widthPx: wide, heightPx: tall, faults: faults });
        pacing();
      } else patterns(Math.max(0, index + step));
    }
    function answer(good) {
      seen[index] = { pattern: name, good: good };
      go(1);
    }
    function offer() {
      var buttons = [
        [
          told.words.good,
          function () {
            answer(true);
          }
        ],
        [
          told.words.wrong,
          function () {
            answer(false);
          }
        ]
      ];
      if (kindOn[name]) {
        buttons.push([
          isMarking ? told.words.doneMarking : told.words.mark,
          function () {
            isMarking = !isMarking;
            if (isMarking) {
              hide();
              setTimeout(function () {
                if (live && isMarking)
                  show(told.words.tapEach, [
                    [
                      told.words.doneMarking,
                      function () {
                        isMarking = false;
                        offer();
                      }
                    ]
                  ]);
              }, 50);
            } else offer();
          }
        ]);
      }
      if (index > 0)
        buttons.push([
          told.words.back,
          function () {
            go(-1);
          }
        ]);
      buttons.push([told.words.hide, hide]);
      show(
        told.words.of
          .replace("#i", index + 1)
          .replace("#n", told.patterns.length)
          .replace("#p", told.names[name]),
        buttons
      );
    }
    onTap = function (x, y) {
      if (isMarking) {
        var mark = {
          kind: kindOn[name],
          xPx: Math.min(wide - 1, Math.max(0, Math.round(x * ratio))),
          yPx: Math.min(tall - 1, Math.max(0, Math.round(y * ratio)))
        };
        marks.push(mark);
        faults.push(mark);
        drawAll();
      } else offer();
    };
    onSize = drawAll;
    drawAll();
    offer();
    if (name === "moving bar") {
      (function again() {
        if (!live) return;
        drawAll();
        nextFrame(again);
      })();
    }
  }

  /* How evenly pictures come: a bar moves for a while, and the time from each picture to the next is kept. */
  function pacing() {
    var intervals = [];
    var last = null;
    var startMs = now();
    hide();
    (function again() {
      var at = now();
      if (last !== null && at > last) intervals.push(Math.round(100 * (at - last)) / 100);
      last = at;
      drawPattern(context, "moving bar", wide, tall, at - startMs);
      if (at - startMs < told.pacingMs) nextFrame(again);
      else {
        if (intervals.length > 1) send({ part: "pacing", intervalsMs: intervals });
        touching();
      }
    })();
  }

  /* Painting: cells that a finger came into are filled. Strokes are kept as they are. */
  var COLUMNS = told.columns;
  var ROWS = told.rows;
  function touching() {
    var strokes = [];
    var open = {};
    var nextPointer = 1;
    var startMs = now();
    var cells = {};
    var filled = 0;
    var idle = null;
    function fill(c, r) {
      context.fillStyle = "#2a7";
      context.fillRect((c * wide) / COLUMNS, (r * tall) / ROWS, wide / COLUMNS - 1, tall / ROWS - 1);
    }
    function cell(x, y) {
      var c = Math.floor((x / window.innerWidth) * COLUMNS);
      var r = Math.floor((y / window.innerHeight) * ROWS);
      if (c < 0 || r < 0 || c >= COLUMNS || r >= ROWS) return;
      if (!cells[r * COLUMNS + c]) {
        cells[r * COLUMNS + c] = true;
        filled += 1;
        fill(c, r);
      }
    }
    function draw() {
      var c, r;
      context.fillStyle = "#111";
      context.fillRect(0, 0, wide, tall);
      context.strokeStyle = "#555";
      context.lineWidth = 1;
      for (r = 0; r < ROWS; r += 1) {
        for (c = 0; c < COLUMNS; c += 1) {
          context.strokeRect(
            (c * wide) / COLUMNS + 0.5,
            (r * tall) / ROWS + 0.5,
            wide / COLUMNS - 1,
            tall / ROWS - 1
          );
          if (cells[r * COLUMNS + c]) fill(c, r);
        }
      }
    }
    function point(id, x, y, begins) {
      var at = Math.round(now() - startMs);
      var px = { xPx: Math.round(10 * x) / 10, yPx: Math.round(10 * y) / 10, tMs: at };
      var from, steps, i;
      if (begins || !open[id]) {
        open[id] = { pointer: nextPointer, points: [px] };
        nextPointer += 1;
        strokes.push(open[id]);
        cell(x, y);
        return;
      }
      from = open[id].points[open[id].points.length - 1];
      if (open[id].points.length < 5000) open[id].points.push(px);
      steps = Math.ceil((Math.abs(x - from.xPx) + Math.abs(y - from.yPx)) / 4);
      for (i = 1; i <= steps; i += 1)
        cell(from.xPx + ((x - from.xPx) * i) / steps, from.yPx + ((y - from.yPx) * i) / steps);
    }
    function rest() {
      if (idle) clearTimeout(idle);
      idle = setTimeout(function () {
        show(told.words.answered.replace("#i", filled).replace("#n", COLUMNS * ROWS), [
          [told.words.send, done],
          [told.words.goOn, hide],
          [told.words.anew, touching]
        ]);
      }, told.restMs);
    }
    function done() {
      listenTouch(null);
      onSize = null;
      send({
        part: "touch",
        screen: { widthPx: Math.round(window.innerWidth), heightPx: Math.round(window.innerHeight) },
        strokes: strokes
      });
      end();
    }
    onTap = null;
    onSize = draw;
    draw();
    hide();
    listenTouch({
      down: function (id, x, y) {
        if (idle) clearTimeout(idle);
        hide();
        point(id, x, y, true);
      },
      move: function (id, x, y) {
        point(id, x, y, false);
      },
      up: function (id) {
        delete open[id];
        rest();
      }
    });
    show(told.words.paint, [
      [told.words.begin, hide],
      [
        told.words.noTouch,
        function () {
          listenTouch(null);
          onSize = null;
          end();
        }
      ]
    ]);
  }

  function end() {
    isAtEnd = true;
    drawPattern(context, "black", wide, tall, 0);
    show(told.words.endOf, [
      [
        told.words.again,
        function () {
          seen = [];
          faults = [];
          patterns(0);
        }
      ]
    ]);
    status();
  }

  /* One way to hear of fingers, whatever the browser tells: pointers, touches or a mouse. */
  var hears = null;
  function listenTouch(to) {
    hears = to;
  }
  function hear(kind, id, x, y) {
    if (hears) hears[kind](id, x, y);
  }
  function each(event, kind) {
    var i;
    event.preventDefault();
    for (i = 0; i < event.changedTouches.length; i += 1) {
      hear(
        kind,
        event.changedTouches[i].identifier,
        event.changedTouches[i].clientX,
        event.changedTouches[i].clientY
      );
    }
    if (kind === "up" && onTap && event.changedTouches.length > 0) {
      onTap(event.changedTouches[0].clientX, event.changedTouches[0].clientY);
    }
  }
  if ("ontouchstart" in window) {
    screenEl.addEventListener(
      "touchstart",
      function (event) {
        each(event, "down");
      },
      false
    );
    screenEl.addEventListener(
      "touchmove",
      function (event) {
        each(event, "move");
      },
      false
    );
    screenEl.addEventListener(
      "touchend",
      function (event) {
        each(event, "up");
      },
      false
    );
    screenEl.addEventListener(
      "touchcancel",
      function (event) {
        each(event, "up");
      },
      false
    );
  } else if (window.PointerEvent) {
    screenEl.addEventListener(
      "pointerdown",
      function (event) {
        hear("down", event.pointerId, event.clientX, event.clientY);
      },
      false
    );
    screenEl.addEventListener(
      "pointermove",
      function (event) {
        if (event.buttons) hear("move", event.pointerId, event.clientX, event.clientY);
      },
      false
    );
    screenEl.addEventListener(
      "pointerup",
      function (event) {
        hear("up", event.pointerId, event.clientX, event.clientY);
        if (onTap) onTap(event.clientX, event.clientY);
      },
      false
    );
  } else {
    var isDown = false;
    screenEl.onmousedown = function (event) {
      isDown = true;
      hear("down", 0, event.clientX, event.clientY);
    };
    screenEl.onmousemove = function (event) {
      if (isDown) hear("move", 0, event.clientX, event.clientY);
    };
    screenEl.onmouseup = function (event) {
      isDown = false;
      hear("up", 0, event.clientX, event.clientY);
      if (onTap) onTap(event.clientX, event.clientY);
    };
  }
  /* A panel whose touch is dead is led by its keys: the first button by Enter or Space, the second by F. */
  document.addEventListener(
    "keydown",
    function (event) {
      var buttons = buttonsEl.getElementsByTagName("button");
      var key = event.keyCode;
      if (bar.style.display === "none") {
        if (onTap) onTap(0, 0);
        return;
      }
      if (key === 70 && buttons[1]) buttons[1].click();
      else if ((key === 32 || key === 34) && buttons[0]) {
        event.preventDefault();
        buttons[0].click();
      }
    },
    false
  );

  window.addEventListener("resize", fit, false);
  fit();
  drawPattern(context, "black", wide, tall, 0);
  pump();
  show("Panel test for " + told.job + ". Brightness full, room dark.", [
    [
      "Begin",
      function () {
        wholeScreen();
        patterns(0);
      }
    ]
  ]);
})();

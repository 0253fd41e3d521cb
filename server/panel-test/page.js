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

  /** The bar at the foot, or at the top: a sentence, and buttons as [label, what it does]. */
  function show(sentence, buttons, isAtTop) {
    var i, button;
    bar.style.top = isAtTop ? "0" : "auto";
    bar.style.bottom = isAtTop ? "auto" : "0";
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

  /* Painting: cells that a report proves are filled. Strokes are kept as they are; the server judges by the same rules. */
  var MOST_POINTS = 20000;
  function touching() {
    var strokes = [];
    var open = {};
    var nextPointer = 1;
    var intervals = [];
    var lost = [];
    var hole = null;
    var startMs = now();
    var grid, cells, filled;
    var idle = null;
    function inCells(c, r) {
      context.fillStyle = "#2a7";
      context.fillRect(
        (c * wide) / grid.columns,
        (r * tall) / grid.rows,
        wide / grid.columns - 1,
        tall / grid.rows - 1
      );
    }
    function cell(x, y) {
      var c = Math.floor((x / window.innerWidth) * grid.columns);
      var r = Math.floor((y / window.innerHeight) * grid.rows);
      if (c < 0 || r < 0 || c >= grid.columns || r >= grid.rows) return;
      if (!cells[r * grid.columns + c]) {
        cells[r * grid.columns + c] = true;
        filled += 1;
        inCells(c, r);
      }
    }
    /* Where reports did not come: a red line. */
    function mark(way) {
      context.strokeStyle = "#f33";
      context.lineWidth = 3 * ratio;
      context.beginPath();
      context.moveTo(way[0].xPx * ratio, way[0].yPx * ratio);
      context.lineTo(way[1].xPx * ratio, way[1].yPx * ratio);
      context.stroke();
    }
    function fillWay(from, to) {
      var steps = Math.ceil((Math.abs(to.xPx - from.xPx) + Math.abs(to.yPx - from.yPx)) / 4);
      var i;
      for (i = 1; i < steps; i += 1)
        cell(from.xPx + ((to.xPx - from.xPx) * i) / steps, from.yPx + ((to.yPx - from.yPx) * i) / steps);
    }
    /* The next report of a stroke: its own cell, and the way to it where none is missing on it. */
    function take(stroke, px) {
      var from = stroke.points[stroke.points.length - 1];
      var way;
      cell(px.xPx, px.yPx);
      if (from) {
        way = judgeWay(intervals, stroke.steps, from, px);
        if (way === "proved") fillWay(from, px);
        else if (way === "lost") {
          lost.push([from, px]);
          mark(lost[lost.length - 1]);
        }
      }
      stroke.points.push(px);
    }
    /* Empties the screen, for it may have another size, and tells all again. */
    function draw() {
      var i, k, points, c, r;
      grid = touchCells(window.innerWidth, window.innerHeight, told.face.longMm, told.face.shortMm);
      cells = {};
      filled = 0;
      context.fillStyle = "#111";
      context.fillRect(0, 0, wide, tall);
      context.strokeStyle = "#444";
      context.lineWidth = 1;
      for (r = 0; r < grid.rows; r += 1) {
        for (c = 0; c < grid.columns; c += 1) {
          context.strokeRect(
            (c * wide) / grid.columns + 0.5,
            (r * tall) / grid.rows + 0.5,
            wide / grid.columns - 1,
            tall / grid.rows - 1
          );
        }
      }
      intervals = [];
      lost = [];
      for (i = 0; i < strokes.length; i += 1) {
        points = strokes[i].points;
        strokes[i].points = [];
        strokes[i].steps = [];
        for (k = 0; k < points.length; k += 1) take(strokes[i], points[k]);
      }
      if (hole) ring();
    }
    function point(id, x, y, atMs, begins) {
      var px = {
        xPx: Math.round(10 * x) / 10,
        yPx: Math.round(10 * y) / 10,
        tMs: Math.max(0, Math.round(10 * (atMs - startMs)) / 10)
      };
      var points;
      if (begins || !open[id]) {
        open[id] = { pointer: nextPointer, points: [], steps: [] };
        nextPointer += 1;
        strokes.push(open[id]);
      }
      points = open[id].points;
      if (points.length >= MOST_POINTS) return;
      if (points.length > 0) px.tMs = Math.max(px.tMs, points[points.length - 1].tMs);
      take(open[id], px);
    }
    /* The largest place that nothing was told of is ringed: there the finger goes next. */
    function ring() {
      context.strokeStyle = "#fc6";
      context.lineWidth = 4 * ratio;
      context.beginPath();
      context.arc(
        (hole.xMm / grid.widthMm) * wide,
        (hole.yMm / grid.heightMm) * tall,
        Math.max(12 * ratio, (hole.radiusMm / grid.widthMm) * wide),
        0,
        7
      );
      context.stroke();
    }
    function provedTo() {
      var reports = [];
      var i, k;
      for (i = 0; i < strokes.length; i += 1) {
        for (k = 0; k < strokes[i].points.length; k += 1)
          reports.push({
            xMm: (strokes[i].points[k].xPx / window.innerWidth) * grid.widthMm,
            yMm: (strokes[i].points[k].yPx / window.innerHeight) * grid.heightMm
          });
      }
      hole = largestUntouched(reports, grid.widthMm, grid.heightMm);
      return provedToMm(hole.radiusMm);
    }
    function rest() {
      if (idle) clearTimeout(idle);
      idle = setTimeout(function () {
        var mm = provedTo();
        var all = grid.columns * grid.rows;
        var said = told.words.answered.replace("#n", all).replace("#m", mm);
        var enough = filled === all && mm <= told.provedMm;
        var buttons = [
          [told.words.send, done],
          [told.words.goOn, hide]
        ];
        if (enough) hole = null;
        else {
          said = told.words.slower.replace("#m", mm).replace("#w", told.provedMm);
          buttons.reverse();
        }
        if (lost.length > 0) said += " " + told.words.lost;
        draw();
        /* The bar does not lie over the ring. */
        show(said, buttons.concat([[told.words.anew, touching]]), hole && hole.yMm > grid.heightMm / 2);
      }, told.restMs);
    }
    function done() {
      var sent = [];
      var i;
      for (i = 0; i < strokes.length; i += 1)
        sent.push({ pointer: strokes[i].pointer, points: strokes[i].points });
      listenTouch(null);
      onSize = null;
      send({
        part: "touch",
        screen: { widthPx: Math.round(window.innerWidth), heightPx: Math.round(window.innerHeight) },
        strokes: sent
      });
      end();
    }
    onTap = null;
    onSize = draw;
    draw();
    hide();
    listenTouch({
      down: function (id, x, y, atMs) {
        if (idle) clearTimeout(idle);
        hide();
        point(id, x, y, atMs, true);
      },
      move: function (id, x, y, atMs) {
        point(id, x, y, atMs, false);
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
  function hear(kind, id, x, y, atMs) {
    if (hears) hears[kind](id, x, y, atMs);
  }
  /* When the panel felt it, where the browser tells by the same clock; else when it came to be told. */
  function feltAt(event) {
    var heardMs = now();
    var late = heardMs - event.timeStamp;
    return late >= 0 && late < 2000 ? event.timeStamp : heardMs;
  }
  function each(event, kind) {
    var i;
    event.preventDefault();
    for (i = 0; i < event.changedTouches.length; i += 1) {
      hear(
        kind,
        event.changedTouches[i].identifier,
        event.changedTouches[i].clientX,
        event.changedTouches[i].clientY,
        feltAt(event)
      );
    }
    if (kind === "up" && onTap && event.changedTouches.length > 0) {
      onTap(event.changedTouches[0].clientX, event.changedTouches[0].clientY);
    }
  }
  function on(name, run) {
    screenEl.addEventListener(name, run, false);
  }
  if (window.PointerEvent) {
    on("pointerdown", function (event) {
      hear("down", event.pointerId, event.clientX, event.clientY, feltAt(event));
    });
    on("pointermove", function (event) {
      var reports, i;
      if (!event.buttons) return;
      /* What came between two pictures is told together: each of it is a report of its own. */
      reports = event.getCoalescedEvents ? event.getCoalescedEvents() : [];
      if (reports.length === 0) reports = [event];
      for (i = 0; i < reports.length; i += 1)
        hear("move", event.pointerId, reports[i].clientX, reports[i].clientY, feltAt(reports[i]));
    });
    on("pointerup", function (event) {
      hear("up", event.pointerId);
      if (onTap) onTap(event.clientX, event.clientY);
    });
    on("pointercancel", function (event) {
      hear("up", event.pointerId);
    });
  } else if ("ontouchstart" in window) {
    on("touchstart", function (event) {
      each(event, "down");
    });
    on("touchmove", function (event) {
      each(event, "move");
    });
    on("touchend", function (event) {
      each(event, "up");
    });
    on("touchcancel", function (event) {
      each(event, "up");
    });
  } else {
    var isDown = false;
    screenEl.onmousedown = function (event) {
      isDown = true;
      hear("down", 0, event.clientX, event.clientY, now());
    };
    screenEl.onmousemove = function (event) {
      if (isDown) hear("move", 0, event.clientX, event.clientY, now());
    };
    screenEl.onmouseup = function (event) {
      isDown = false;
      hear("up", 0);
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

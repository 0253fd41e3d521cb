// The button that prints the page that it is on.
document.getElementById("print")?.addEventListener("click", () => window.print());

"use strict";
(() => {
  const all = () => document.querySelectorAll("details");
  const set = (open) => all().forEach((each) => { each.open = open; });
  document.getElementById("open-all").addEventListener("click", () => set(true));
  document.getElementById("close-all").addEventListener("click", () => set(false));
  // What is closed would be missing on paper.
  let closed = [];
  window.addEventListener("beforeprint", () => {
    closed = [...all()].filter((each) => !each.open);
    set(true);
  });
  window.addEventListener("afterprint", () => { closed.forEach((each) => { each.open = false; }); });
})();

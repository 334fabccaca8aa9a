/** Shows the picture alone on the whole screen, where the browser lets it; again, or Escape, comes back. */
export function showFull(): void {
  if (document.fullscreenElement) void document.exitFullscreen();
  else
    void document
      .getElementById('picture')
      ?.requestFullscreen()
      .catch(() => {});
}

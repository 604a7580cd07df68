namespace Phonaris.Drills;

/// <summary>Looks at the videos of a page, and listens with <see cref="Ear"/>: a script of the one who measures.</summary>
internal static class Eye
{
    /// <summary>
    /// Put into a page after <see cref="Ear.Script"/>. <c>flashes</c> has when a video became white that was black, as the browser says when each of its
    /// pictures is on the screen; <c>beeps</c>, once <c>listen()</c> was called, when it became loud after silence, as the browser says when it leaves the
    /// loudspeakers: both in milliseconds of the page's clock.
    /// </summary>
    public const string Script = """
        window.flashes = [];
        window.beeps = [];
        window.listen = async () => {
            for (;;) {
                window.beeps.push((await window.hearing((peak) => peak > 0.1)) - performance.timeOrigin);
                await window.hearing((peak) => peak < 0.01);
            }
        };
        const watched = new WeakSet();
        const watch = (video) => {
            const looks = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true });
            let white = false;
            const look = (_, { expectedDisplayTime }) => {
                looks.drawImage(video, 0, 0, 1, 1);
                const light = looks.getImageData(0, 0, 1, 1).data[0] > 128;
                if (light && !white) window.flashes.push(expectedDisplayTime);
                white = light;
                video.requestVideoFrameCallback(look);
            };
            video.requestVideoFrameCallback(look);
        };
        new MutationObserver(() => {
            for (const video of document.querySelectorAll('video[data-video]')) if (!watched.has(video)) watched.add(video) && watch(video);
        }).observe(document, { childList: true, subtree: true });
        """;
}

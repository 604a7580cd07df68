namespace Phonaris.Drills;

/// <summary>Listens where a page's sound goes out. It is a script of the one who measures, which the app's policy would rightly keep out: that is to be bypassed.</summary>
internal static class Ear
{
    /// <summary>
    /// Put into a page before its own scripts. <c>heard</c> has for each block of 128 frames when it is by the audio clock, in seconds, and its greatest
    /// sample; <c>heardBy</c> is that clock; <c>hearing(what)</c> promises when the next block sounds whose greatest sample is wanted, in milliseconds
    /// of the clock on the wall. The audio thread listens, so what the page draws meanwhile does not delay it; where that is late itself, its clock
    /// says the same for some blocks in a row, which come one after the other all the same.
    /// </summary>
    public const string Script = """
        const create = AudioContext.prototype.createAnalyser;
        AudioContext.prototype.createAnalyser = function () {
            const node = create.call(this);
            let wanted;
            window.heardBy = this;
            window.heard = [];
            window.hearing = (what) => new Promise((done) => (wanted = { what, done }));
            const source = 'registerProcessor("ear", class extends AudioWorkletProcessor { process([[left]]) { let peak = 0; for (const s of left ?? []) peak = Math.max(peak, Math.abs(s)); this.at = Math.max(currentTime, (this.at ?? 0) + 128 / sampleRate); this.port.postMessage([this.at, peak]); return true; } })';
            this.audioWorklet.addModule('data:text/javascript,' + encodeURIComponent(source)).then(() => {
                const ear = new AudioWorkletNode(this, 'ear');
                node.connect(ear);
                ear.port.onmessage = ({ data: [at, peak] }) => {
                    window.heard.push([at, peak]);
                    if (!wanted?.what(peak)) return;
                    const out = this.getOutputTimestamp();
                    wanted.done(performance.timeOrigin + out.performanceTime + (at - out.contextTime) * 1000);
                    wanted = undefined;
                };
            });
            return node;
        };
        """;
}

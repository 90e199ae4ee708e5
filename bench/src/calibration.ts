/** How far what is said of the likeliest answer can be believed, in ten steps of what was said. */
export class Calibration {
  private readonly bins = Array.from({ length: 10 }, () => ({ count: 0, said: 0, hit: 0 }));
  private brier = 0;
  private judged = 0;

  add(said: number, isTrue: boolean): void {
    const hit = isTrue ? 1 : 0;
    const bin = this.bins[Math.min(9, Math.floor(said * 10))]!;
    bin.count += 1;
    bin.said += said;
    bin.hit += hit;
    this.brier += (said - hit) ** 2;
    this.judged += 1;
  }

  lines(): string[] {
    return [
      '| said | on average | true | pieces |',
      '| ---- | ----------: | ---: | -----: |',
      ...this.bins.flatMap(({ count, said, hit }, i) =>
        count > 0
          ? [
              `| ${(i / 10).toFixed(1)}–${((i + 1) / 10).toFixed(1)} | ${(said / count).toFixed(3)} | ${(hit / count).toFixed(3)} | ${count} |`,
            ]
          : [],
      ),
      `Brier score ${(this.brier / this.judged).toFixed(4)} over ${this.judged}`,
    ];
  }
}

/** Numbers that come one after the other, as many as there are. */
export class Growing {
  private held = new Float32Array(1024);
  length = 0;
  push(x: number): void {
    if (this.length === this.held.length) {
      const more = new Float32Array(2 * this.held.length);
      more.set(this.held);
      this.held = more;
    }
    this.held[this.length++] = x;
  }
  /** What has come so far; a view, not a copy. */
  get all(): Float32Array {
    return this.held.subarray(0, this.length);
  }
}

import wabt from "wabt";
import { interleaved } from "./measure";

/**
 * What the engine's innermost loop would gain in WebAssembly: rows on their way from one level to another, as they replace what lies beneath.
 * `exact` works in numbers of 64 bits, so that octets equal those of the plain path; `single` doesn't, and they may differ.
 */
const TEXT = `(module
  (memory (export "memory") 96)
  (func (export "exact") (param $from i32) (param $to i32) (param $values i32) (param $end i32) (param $part f64)
    (local $a v128) (local $p v128)
    (local.set $p (f64x2.splat (local.get $part)))
    (loop $next
      (local.set $a (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $from))))
      (v128.store64_lane 0 (local.get $values)
        (f32x4.demote_f64x2_zero
          (f64x2.add (local.get $a)
            (f64x2.mul (local.get $p)
              (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $to))) (local.get $a))))))
      (local.set $from (i32.add (local.get $from) (i32.const 8)))
      (local.set $to (i32.add (local.get $to) (i32.const 8)))
      (local.set $values (i32.add (local.get $values) (i32.const 8)))
      (br_if $next (i32.lt_u (local.get $values) (local.get $end)))))
  (func (export "single") (param $from i32) (param $to i32) (param $values i32) (param $end i32) (param $part f64)
    (local $a v128) (local $p v128)
    (local.set $p (f32x4.splat (f32.demote_f64 (local.get $part))))
    (loop $next
      (local.set $a (v128.load (local.get $from)))
      (v128.store (local.get $values)
        (f32x4.add (local.get $a) (f32x4.mul (local.get $p) (f32x4.sub (v128.load (local.get $to)) (local.get $a)))))
      (local.set $from (i32.add (local.get $from) (i32.const 16)))
      (local.set $to (i32.add (local.get $to) (i32.const 16)))
      (local.set $values (i32.add (local.get $values) (i32.const 16)))
      (br_if $next (i32.lt_u (local.get $values) (local.get $end))))))`;

/** From, to and values as addresses, the end of the values, and the part done. */
type Kernel = (...of: readonly number[]) => void;

/** Rows at a time, as many as there are parameters at 256 universes; a multiple of four. */
const ROWS = 146_016;

/** The same loop as the engine's `replaceOnTheWay` where the whole share shows. */
function plain(from: Float32Array, to: Float32Array, values: Float32Array, part: number): void {
  for (let row = 0; row < values.length; row++) {
    const start = from[row]!;
    values[row] = start + (to[row]! - start) * part;
  }
}

export interface WasmTimes {
  readonly plainNs: number;
  readonly exactNs: number;
  readonly singleNs: number;
}

/** Nanoseconds a row, of five times as many rows as there are parameters, in turns. Throws where exact results differ. */
export async function wasmTimes(rounds: number): Promise<WasmTimes> {
  const { parseWat } = await wabt();
  const { buffer } = parseWat("kernels.wat", TEXT, { simd: true }).toBinary({});
  const { instance } = await WebAssembly.instantiate(buffer as Uint8Array<ArrayBuffer>);
  const { memory, exact, single } = instance.exports as unknown as { memory: WebAssembly.Memory; exact: Kernel; single: Kernel };
  const layers = 4;
  const at = (index: number): number => index * ROWS * 4;
  const array = (index: number): Float32Array => new Float32Array(memory.buffer, at(index), ROWS);
  const valuesAt = 2 * layers;
  for (let index = 0; index < valuesAt; index++) array(index).forEach((_, row, all) => (all[row] = Math.abs(Math.sin(row * (index + 1)))));
  const own = Array.from({ length: valuesAt }, (_, index) => array(index).slice());
  const values = new Float32Array(ROWS);
  const inWasm = (kernel: Kernel, part: number): void => {
    for (let layer = 0; layer < layers; layer++) kernel(at(2 * layer), at(2 * layer + 1), at(valuesAt), at(valuesAt + 1), part);
  };
  const inPlain = (part: number): void => {
    for (let layer = 0; layer < layers; layer++) plain(own[2 * layer]!, own[2 * layer + 1]!, values, part);
  };
  inPlain(0.37);
  inWasm(exact, 0.37);
  const differs = array(valuesAt).findIndex((value, row) => value !== values[row]);
  if (differs >= 0) throw new Error(`row ${differs}: ${array(valuesAt)[differs]} in WebAssembly instead of ${values[differs]}`);
  const part = (round: number): number => (round % 97) / 97;
  const works = [
    (round: number) => inPlain(part(round)),
    (round: number) => inWasm(exact, part(round)),
    (round: number) => inWasm(single, part(round)),
  ];
  interleaved(works, 30);
  const [plainNs, exactNs, singleNs] = interleaved(works, rounds).map((ms) => (1e6 * ms) / (layers * ROWS)) as [number, number, number];
  return { plainNs, exactNs, singleNs };
}

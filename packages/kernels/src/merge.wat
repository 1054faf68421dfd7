;; The innermost loops of the merge (packages/core/src/engine/lay-runs.ts says the same in TypeScript), two rows at a time.
;; All is worked out in numbers of 64 bits, in the order in which TypeScript does, so that results are equal to the last bit.
;; Addresses are octets. `from` and `to` hold where rows came from and go to, `values` the stage.
(module
  ;; Shared, so that V8 doesn't count it as this thread's own: 128 MiB would have it collect again and again, a tenth of a second each time.
  (memory (export "memory") 2048 2048 shared)

  ;; At the memory's beginning: the part of the way that is done, the share of it that shows, and where rows of overtop come from, 0..1.
  (global $part i32 (i32.const 0))
  (global $share i32 (i32.const 8))
  (global $start i32 (i32.const 16))

  ;; values = from + (to - from) x part
  (func (export "replace") (param $from i32) (param $to i32) (param $values i32) (param $count i32)
    (local $part f64) (local $parts v128) (local $start v128) (local $last i32)
    (local.set $part (f64.load (global.get $part)))
    (local.set $parts (f64x2.splat (local.get $part)))
    (local.set $last (i32.add (local.get $values) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $values) (local.get $last)))
        (local.set $start (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $from))))
        (v128.store64_lane 0 (local.get $values)
          (f32x4.demote_f64x2_zero
            (f64x2.add (local.get $start)
              (f64x2.mul
                (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $to))) (local.get $start))
                (local.get $parts)))))
        (local.set $from (i32.add (local.get $from) (i32.const 8)))
        (local.set $to (i32.add (local.get $to) (i32.const 8)))
        (local.set $values (i32.add (local.get $values) (i32.const 8)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (f32.store (local.get $values)
          (f32.demote_f64
            (f64.add (f64.promote_f32 (f32.load (local.get $from)))
              (f64.mul
                (f64.sub (f64.promote_f32 (f32.load (local.get $to))) (f64.promote_f32 (f32.load (local.get $from))))
                (local.get $part))))))))

  ;; values = values + (from + (to - from) x part - values) x share
  (func (export "blend") (param $from i32) (param $to i32) (param $values i32) (param $count i32)
    (local $part f64) (local $share f64) (local $parts v128) (local $shares v128)
    (local $start v128) (local $beneath v128) (local $last i32) (local $one f64)
    (local.set $part (f64.load (global.get $part)))
    (local.set $share (f64.load (global.get $share)))
    (local.set $parts (f64x2.splat (local.get $part)))
    (local.set $shares (f64x2.splat (local.get $share)))
    (local.set $last (i32.add (local.get $values) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $values) (local.get $last)))
        (local.set $start (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $from))))
        (local.set $beneath (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $values))))
        (v128.store64_lane 0 (local.get $values)
          (f32x4.demote_f64x2_zero
            (f64x2.add (local.get $beneath)
              (f64x2.mul
                (f64x2.sub
                  (f64x2.add (local.get $start)
                    (f64x2.mul
                      (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $to))) (local.get $start))
                      (local.get $parts)))
                  (local.get $beneath))
                (local.get $shares)))))
        (local.set $from (i32.add (local.get $from) (i32.const 8)))
        (local.set $to (i32.add (local.get $to) (i32.const 8)))
        (local.set $values (i32.add (local.get $values) (i32.const 8)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $one (f64.promote_f32 (f32.load (local.get $values))))
        (f32.store (local.get $values)
          (f32.demote_f64
            (f64.add (local.get $one)
              (f64.mul
                (f64.sub
                  (f64.add (f64.promote_f32 (f32.load (local.get $from)))
                    (f64.mul
                      (f64.sub (f64.promote_f32 (f32.load (local.get $to))) (f64.promote_f32 (f32.load (local.get $from))))
                      (local.get $part)))
                  (local.get $one))
                (local.get $share))))))))

  ;; values = the greater of values and (from + (to - from) x part) x share; levels aren't negative, so they compare as their bits do
  (func (export "raise") (param $from i32) (param $to i32) (param $values i32) (param $count i32)
    (local $part f64) (local $share f64) (local $parts v128) (local $shares v128) (local $start v128) (local $last i32)
    (local $one f32)
    (local.set $part (f64.load (global.get $part)))
    (local.set $share (f64.load (global.get $share)))
    (local.set $parts (f64x2.splat (local.get $part)))
    (local.set $shares (f64x2.splat (local.get $share)))
    (local.set $last (i32.add (local.get $values) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $values) (local.get $last)))
        (local.set $start (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $from))))
        (v128.store64_lane 0 (local.get $values)
          (i32x4.max_s (v128.load64_zero (local.get $values))
            (f32x4.demote_f64x2_zero
              (f64x2.mul
                (f64x2.add (local.get $start)
                  (f64x2.mul
                    (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $to))) (local.get $start))
                    (local.get $parts)))
                (local.get $shares)))))
        (local.set $from (i32.add (local.get $from) (i32.const 8)))
        (local.set $to (i32.add (local.get $to) (i32.const 8)))
        (local.set $values (i32.add (local.get $values) (i32.const 8)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $one
          (f32.demote_f64
            (f64.mul
              (f64.add (f64.promote_f32 (f32.load (local.get $from)))
                (f64.mul
                  (f64.sub (f64.promote_f32 (f32.load (local.get $to))) (f64.promote_f32 (f32.load (local.get $from))))
                  (local.get $part)))
              (local.get $share))))
        (if (f32.gt (local.get $one) (f32.load (local.get $values)))
          (then (f32.store (local.get $values) (local.get $one)))))))

  ;; The same where all rows come from one level, in blocks of 16: those whose top doesn't reach over any of the values are passed over
  (func (export "overtop") (param $to i32) (param $tops i32) (param $values i32) (param $blocks i32)
    (local $part f64) (local $share f64) (local $start f64) (local $parts v128) (local $shares v128) (local $starts v128) (local $end i32)
    (local.set $part (f64.load (global.get $part)))
    (local.set $share (f64.load (global.get $share)))
    (local.set $start (f64.load (global.get $start)))
    (local.set $parts (f64x2.splat (local.get $part)))
    (local.set $shares (f64x2.splat (local.get $share)))
    (local.set $starts (f64x2.splat (local.get $start)))
    (local.set $end (i32.add (local.get $tops) (i32.shl (local.get $blocks) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.ge_s (local.get $tops) (local.get $end)))
        (if
          (i32.eqz
            (i32x4.all_true
              (i32x4.ge_s
                (i32x4.min_s
                  (i32x4.min_s (v128.load (local.get $values)) (v128.load offset=16 (local.get $values)))
                  (i32x4.min_s (v128.load offset=32 (local.get $values)) (v128.load offset=48 (local.get $values))))
                (i32x4.splat
                  (i32.reinterpret_f32
                    (f32.demote_f64
                      (f64.mul
                        (f64.add (local.get $start)
                          (f64.mul (f64.sub (f64.promote_f32 (f32.load (local.get $tops))) (local.get $start)) (local.get $part)))
                        (local.get $share))))))))
          (then
            (v128.store offset=0 (local.get $values)
              (i32x4.max_s (v128.load offset=0 (local.get $values))
                (i8x16.shuffle 0 1 2 3 4 5 6 7 16 17 18 19 20 21 22 23
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=0 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares)))
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=8 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares))))))
            (v128.store offset=16 (local.get $values)
              (i32x4.max_s (v128.load offset=16 (local.get $values))
                (i8x16.shuffle 0 1 2 3 4 5 6 7 16 17 18 19 20 21 22 23
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=16 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares)))
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=24 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares))))))
            (v128.store offset=32 (local.get $values)
              (i32x4.max_s (v128.load offset=32 (local.get $values))
                (i8x16.shuffle 0 1 2 3 4 5 6 7 16 17 18 19 20 21 22 23
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=32 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares)))
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=40 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares))))))
            (v128.store offset=48 (local.get $values)
              (i32x4.max_s (v128.load offset=48 (local.get $values))
                (i8x16.shuffle 0 1 2 3 4 5 6 7 16 17 18 19 20 21 22 23
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=48 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares)))
                  (f32x4.demote_f64x2_zero (f64x2.mul (f64x2.add (local.get $starts) (f64x2.mul (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero offset=56 (local.get $to))) (local.get $starts)) (local.get $parts))) (local.get $shares))))))))
        (local.set $to (i32.add (local.get $to) (i32.const 64)))
        (local.set $values (i32.add (local.get $values) (i32.const 64)))
        (local.set $tops (i32.add (local.get $tops) (i32.const 4)))
        (br $next))))

  ;; values = the smaller of values and (from + (to - from) x part) x share + 1 - share: what isn't in the share leaves all
  (func (export "lower") (param $from i32) (param $to i32) (param $values i32) (param $count i32)
    (local $part f64) (local $share f64) (local $parts v128) (local $shares v128) (local $start v128) (local $last i32)
    (local $one f32) (local $above f64) (local $aboves v128)
    (local.set $part (f64.load (global.get $part)))
    (local.set $share (f64.load (global.get $share)))
    (local.set $above (f64.sub (f64.const 1) (local.get $share)))
    (local.set $aboves (f64x2.splat (local.get $above)))
    (local.set $parts (f64x2.splat (local.get $part)))
    (local.set $shares (f64x2.splat (local.get $share)))
    (local.set $last (i32.add (local.get $values) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $values) (local.get $last)))
        (local.set $start (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $from))))
        (v128.store64_lane 0 (local.get $values)
          (i32x4.min_s (v128.load64_zero (local.get $values))
            (f32x4.demote_f64x2_zero
              (f64x2.add
                (f64x2.mul
                  (f64x2.add (local.get $start)
                    (f64x2.mul
                      (f64x2.sub (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $to))) (local.get $start))
                      (local.get $parts)))
                  (local.get $shares))
                (local.get $aboves)))))
        (local.set $from (i32.add (local.get $from) (i32.const 8)))
        (local.set $to (i32.add (local.get $to) (i32.const 8)))
        (local.set $values (i32.add (local.get $values) (i32.const 8)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $one
          (f32.demote_f64
            (f64.add
              (f64.mul
                (f64.add (f64.promote_f32 (f32.load (local.get $from)))
                  (f64.mul
                    (f64.sub (f64.promote_f32 (f32.load (local.get $to))) (f64.promote_f32 (f32.load (local.get $from))))
                    (local.get $part)))
                (local.get $share))
              (local.get $above))))
        (if (f32.lt (local.get $one) (f32.load (local.get $values)))
          (then (f32.store (local.get $values) (local.get $one)))))))
  ;; values = from
  (func (export "copy") (param $from i32) (param $values i32) (param $count i32)
    (memory.copy (local.get $values) (local.get $from) (i32.shl (local.get $count) (i32.const 2))))

  ;; values = values + parts, which are of 64 bits
  (func (export "add") (param $parts i32) (param $values i32) (param $count i32)
    (local $last i32)
    (local.set $last (i32.add (local.get $values) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 2))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $values) (local.get $last)))
        (v128.store64_lane 0 (local.get $values)
          (f32x4.demote_f64x2_zero
            (f64x2.add (f64x2.promote_low_f32x4 (v128.load64_zero (local.get $values))) (v128.load (local.get $parts)))))
        (local.set $parts (i32.add (local.get $parts) (i32.const 16)))
        (local.set $values (i32.add (local.get $values) (i32.const 8)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (f32.store (local.get $values)
          (f32.demote_f64 (f64.add (f64.promote_f32 (f32.load (local.get $values))) (f64.load (local.get $parts))))))))

  ;; cycles = the fractional part of rates x part, 0 where that rounds up to 1: where clocks stand that differ in their rates alone
  (func (export "turn") (param $rates i32) (param $cycles i32) (param $count i32)
    (local $parts v128) (local $turned v128) (local $last i32) (local $one f64)
    (local.set $parts (f64x2.splat (f64.load (global.get $part))))
    (local.set $last (i32.add (local.get $cycles) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 3))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $cycles) (local.get $last)))
        (local.set $turned (f64x2.mul (v128.load (local.get $rates)) (local.get $parts)))
        (local.set $turned (f64x2.sub (local.get $turned) (f64x2.floor (local.get $turned))))
        (v128.store (local.get $cycles)
          (v128.and (local.get $turned) (f64x2.lt (local.get $turned) (v128.const f64x2 1 1))))
        (local.set $rates (i32.add (local.get $rates) (i32.const 16)))
        (local.set $cycles (i32.add (local.get $cycles) (i32.const 16)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $one (f64.mul (f64.load (local.get $rates)) (f64.load (global.get $part))))
        (local.set $one (f64.sub (local.get $one) (f64.floor (local.get $one))))
        (f64.store (local.get $cycles) (select (local.get $one) (f64.const 0) (f64.lt (local.get $one) (f64.const 1)))))))

  ;; Exits of a frame (packages/core/src/engine/output-map.ts), 16 octets each: parameter, dimmer, coarse octet and fine octet.

  ;; frame[coarse] = value x 255, rounded
  (func (export "eight") (param $exits i32) (param $values i32) (param $frame i32) (param $count i32)
    (local $last i32) (local $words v128)
    (local.set $last (i32.add (local.get $exits) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 4))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $exits) (local.get $last)))
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.promote_low_f32x4
                (v128.load32_lane 1 (i32.add (local.get $values) (i32.shl (i32.load offset=16 (local.get $exits)) (i32.const 2)))
                  (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2))))))
                (v128.const f64x2 255 255))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=24 (local.get $exits))) (i32x4.extract_lane 1 (local.get $words)))
        (local.set $exits (i32.add (local.get $exits) (i32.const 32)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.promote_low_f32x4 (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2)))))
                (v128.const f64x2 255 255))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words))))))

  ;; frame[coarse], frame[fine] = value x 65535, rounded
  (func (export "sixteen") (param $exits i32) (param $values i32) (param $frame i32) (param $count i32)
    (local $last i32) (local $words v128)
    (local.set $last (i32.add (local.get $exits) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 4))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $exits) (local.get $last)))
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.promote_low_f32x4
                (v128.load32_lane 1 (i32.add (local.get $values) (i32.shl (i32.load offset=16 (local.get $exits)) (i32.const 2)))
                  (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2))))))
                (v128.const f64x2 65535 65535))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32.shr_u (i32x4.extract_lane 0 (local.get $words)) (i32.const 8)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=12 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=24 (local.get $exits))) (i32.shr_u (i32x4.extract_lane 1 (local.get $words)) (i32.const 8)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=28 (local.get $exits))) (i32x4.extract_lane 1 (local.get $words)))
        (local.set $exits (i32.add (local.get $exits) (i32.const 32)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.promote_low_f32x4 (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2)))))
                (v128.const f64x2 65535 65535))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32.shr_u (i32x4.extract_lane 0 (local.get $words)) (i32.const 8)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=12 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words))))))

  ;; frame[coarse] = value x dimmer x 255, rounded
  (func (export "dimmedEight") (param $exits i32) (param $values i32) (param $frame i32) (param $count i32)
    (local $last i32) (local $words v128)
    (local.set $last (i32.add (local.get $exits) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 4))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $exits) (local.get $last)))
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.mul
                (f64x2.promote_low_f32x4
                (v128.load32_lane 1 (i32.add (local.get $values) (i32.shl (i32.load offset=16 (local.get $exits)) (i32.const 2)))
                  (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2))))))
                (f64x2.promote_low_f32x4
                (v128.load32_lane 1 (i32.add (local.get $values) (i32.shl (i32.load offset=20 (local.get $exits)) (i32.const 2)))
                  (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=4 (local.get $exits)) (i32.const 2)))))))
                (v128.const f64x2 255 255))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=24 (local.get $exits))) (i32x4.extract_lane 1 (local.get $words)))
        (local.set $exits (i32.add (local.get $exits) (i32.const 32)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.mul
                (f64x2.promote_low_f32x4 (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2)))))
                (f64x2.promote_low_f32x4 (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=4 (local.get $exits)) (i32.const 2))))))
                (v128.const f64x2 255 255))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words))))))

  ;; frame[coarse], frame[fine] = value x dimmer x 65535, rounded
  (func (export "dimmedSixteen") (param $exits i32) (param $values i32) (param $frame i32) (param $count i32)
    (local $last i32) (local $words v128)
    (local.set $last (i32.add (local.get $exits) (i32.shl (i32.sub (local.get $count) (i32.const 2)) (i32.const 4))))
    (block $done
      (loop $next
        (br_if $done (i32.gt_s (local.get $exits) (local.get $last)))
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.mul
                (f64x2.promote_low_f32x4
                (v128.load32_lane 1 (i32.add (local.get $values) (i32.shl (i32.load offset=16 (local.get $exits)) (i32.const 2)))
                  (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2))))))
                (f64x2.promote_low_f32x4
                (v128.load32_lane 1 (i32.add (local.get $values) (i32.shl (i32.load offset=20 (local.get $exits)) (i32.const 2)))
                  (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=4 (local.get $exits)) (i32.const 2)))))))
                (v128.const f64x2 65535 65535))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32.shr_u (i32x4.extract_lane 0 (local.get $words)) (i32.const 8)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=12 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=24 (local.get $exits))) (i32.shr_u (i32x4.extract_lane 1 (local.get $words)) (i32.const 8)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=28 (local.get $exits))) (i32x4.extract_lane 1 (local.get $words)))
        (local.set $exits (i32.add (local.get $exits) (i32.const 32)))
        (br $next)))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $words
          (i32x4.trunc_sat_f64x2_s_zero
            (f64x2.add
              (f64x2.mul
                (f64x2.mul
                (f64x2.promote_low_f32x4 (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=0 (local.get $exits)) (i32.const 2)))))
                (f64x2.promote_low_f32x4 (v128.load32_zero (i32.add (local.get $values) (i32.shl (i32.load offset=4 (local.get $exits)) (i32.const 2))))))
                (v128.const f64x2 65535 65535))
              (v128.const f64x2 0.5 0.5))))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=8 (local.get $exits))) (i32.shr_u (i32x4.extract_lane 0 (local.get $words)) (i32.const 8)))
        (i32.store8 (i32.add (local.get $frame) (i32.load offset=12 (local.get $exits))) (i32x4.extract_lane 0 (local.get $words)))))))

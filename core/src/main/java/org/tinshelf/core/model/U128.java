package org.tinshelf.core.model;

import java.math.BigInteger;

/**
 * An unsigned whole number of 128 bits; arithmetic wraps at 2^128.
 *
 * @param hi the upper 64 bits
 * @param lo the lower 64 bits
 */
public record U128(long hi, long lo) implements Comparable<U128> {

  /** Zero. */
  public static final U128 ZERO = new U128(0, 0);

  /** A number of up to 64 bits, read as unsigned. */
  public static U128 of(long lo) {
    return new U128(0, lo);
  }

  /** 2^bits - 1, for 0 to 128 bits. */
  public static U128 ones(int bits) {
    if (bits == 0) {
      return ZERO;
    }
    return bits > 64 ? new U128(-1L >>> (128 - bits), -1L) : new U128(0, -1L >>> (64 - bits));
  }

  /** The number after this one. */
  public U128 next() {
    return lo == -1L ? new U128(hi + 1, 0) : new U128(hi, lo + 1);
  }

  /** The number before this one. */
  public U128 previous() {
    return lo == 0 ? new U128(hi - 1, -1L) : new U128(hi, lo - 1);
  }

  public U128 and(U128 o) {
    return new U128(hi & o.hi, lo & o.lo);
  }

  public U128 or(U128 o) {
    return new U128(hi | o.hi, lo | o.lo);
  }

  public U128 not() {
    return new U128(~hi, ~lo);
  }

  /** Whether bit {@code i} is set, bit 0 being the least significant. */
  public boolean bit(int i) {
    return ((i < 64 ? lo >>> i : hi >>> (i - 64)) & 1) == 1;
  }

  /** This number with bit {@code i} set. */
  public U128 withBit(int i) {
    return i < 64 ? new U128(hi, lo | 1L << i) : new U128(hi | 1L << (i - 64), lo);
  }

  public BigInteger toBigInteger() {
    BigInteger low = new BigInteger(Long.toUnsignedString(lo));
    return hi == 0 ? low : new BigInteger(Long.toUnsignedString(hi)).shiftLeft(64).or(low);
  }

  @Override
  public int compareTo(U128 o) {
    int upper = Long.compareUnsigned(hi, o.hi);
    return upper != 0 ? upper : Long.compareUnsigned(lo, o.lo);
  }
}

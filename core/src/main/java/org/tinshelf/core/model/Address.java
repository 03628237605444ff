package org.tinshelf.core.model;

import java.util.List;

/** An address object: a name for a set of IPv4 and IPv6 addresses. */
public sealed interface Address {

  /** What every object carries besides its content. */
  About about();

  /** Unique among address objects. */
  default String name() {
    return about().name();
  }

  /** Whether the content can change without anyone editing a rule. */
  default boolean living() {
    return this instanceof Resolved || this instanceof Labelled;
  }

  /** A host, network or range, by which of them it was written as. */
  record Fixed(About about, Form form, AddressRange range) implements Address {}

  /** How a fixed object is written; the words are the keys of the policy document. */
  enum Form {
    HOST,
    NETWORK,
    RANGE
  }

  /** Addresses that agree with {@code address} wherever {@code mask} has a 1 bit. */
  record Wildcard(About about, Ip address, Ip mask) implements Address {

    /** The most separate ranges a mask may come down to. */
    public static final int MOST_RANGES = 65_536;

    public Wildcard {
      if (address.v6() != mask.v6()) {
        throw new IllegalArgumentException("address and mask are of different families");
      }
      if (scatteredBits(mask) > 16) {
        throw new IllegalArgumentException(
            "the mask comes down to more than 65,536 separate ranges; use at most 16 free bits"
                + " above the lowest fixed one");
      }
    }

    /** The free bits above the lowest fixed bit: each doubles the number of ranges. */
    private static int scatteredBits(Ip mask) {
      int bit = 0;
      while (bit < mask.bits() && !mask.value().bit(bit)) {
        bit++;
      }
      int free = 0;
      for (; bit < mask.bits(); bit++) {
        if (!mask.value().bit(bit)) {
          free++;
        }
      }
      return free;
    }
  }

  /** A living object whose present content was looked up elsewhere. */
  record Resolved(About about, Origin origin, List<AddressRange> content) implements Address {}

  /** Where a resolved object's content comes from. */
  sealed interface Origin {
    /** A fully qualified domain name. */
    record Domain(String fqdn) implements Origin {}

    /** A text list at a URL or in a file. */
    record Feed(String location) implements Origin {}

    /** ISO 3166 codes of one or more countries. */
    record Countries(List<String> codes) implements Origin {}
  }

  /**
   * Everything its members hold, less everything {@code except} holds; names of address objects.
   */
  record Group(About about, List<String> members, List<String> except) implements Address {}

  /** Every address object, other than labelled groups, whose labels fit the expression. */
  record Labelled(About about, LabelExpression expression) implements Address {}
}

package org.tinshelf.core.diagram;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A store of reduced ordered decision diagrams with many-valued levels, each a set of points.
 *
 * <p>A set is the number of its root node; equal sets have equal numbers. An edge carries the set
 * of the level's values under which it is taken; the edges of a node are disjoint, lead to
 * different nodes other than {@link #EMPTY}, and are sorted by their lowest value. A level that
 * does not matter is left out. After R. E. Bryant, "Graph-based algorithms for Boolean function
 * manipulation", IEEE Trans. Computers C-35 (1986), with the interval-labelled edges of A. X. Liu
 * and M. G. Gouda, "Diverse firewall design", IEEE TPDS 19 (2008). One store serves one thread.
 */
public final class Diagrams {

  /** The set of no point. */
  public static final int EMPTY = 0;

  /** The set of every point. */
  public static final int FULL = 1;

  private enum Op {
    AND,
    OR,
    MINUS
  }

  private record Node(int level, List<BitSet> masks, int[] children) {
    @Override
    public boolean equals(Object o) {
      return o instanceof Node n
          && n.level == level
          && Arrays.equals(n.children, children)
          && n.masks.equals(masks);
    }

    @Override
    public int hashCode() {
      return (level * 31 + Arrays.hashCode(children)) * 31 + masks.hashCode();
    }
  }

  /** Receives the edges of a node. */
  public interface EdgeVisitor {
    void edge(BitSet values, int child);
  }

  private final int[] domains;
  private final List<Node> nodes = new ArrayList<>();
  private final Map<Node, Integer> unique = new HashMap<>();
  private final Map<Long, Integer> known = new HashMap<>();

  /**
   * An empty store.
   *
   * @param domains how many values each level has, from the top
   */
  public Diagrams(int[] domains) {
    this.domains = domains.clone();
    Node terminal = new Node(domains.length, List.of(), new int[0]);
    nodes.add(terminal);
    nodes.add(terminal);
  }

  /** The level at which a set's root stands; one past the last for the two constants. */
  public int level(int set) {
    return nodes.get(set).level;
  }

  /** How many values a level has. */
  public int domain(int level) {
    return domains[level];
  }

  /** How many levels there are. */
  public int levels() {
    return domains.length;
  }

  /** Visits the edges of a set that is not a constant. */
  public void edges(int set, EdgeVisitor visitor) {
    Node node = nodes.get(set);
    for (int i = 0; i < node.children.length; i++) {
      visitor.edge(node.masks.get(i), node.children[i]);
    }
  }

  /** The points with one of the values at the level, and in {@code below}, which starts lower. */
  public int pick(int level, BitSet values, int below) {
    return make(level, new Edges().add(values, below));
  }

  public int and(int a, int b) {
    return apply(Op.AND, a, b);
  }

  public int or(int a, int b) {
    return apply(Op.OR, a, b);
  }

  public int minus(int a, int b) {
    return apply(Op.MINUS, a, b);
  }

  /** Whether every point of {@code a} is in {@code b}. */
  public boolean within(int a, int b) {
    return minus(a, b) == EMPTY;
  }

  private static final class Edges {
    private final Map<Integer, BitSet> byChild = new HashMap<>();

    Edges add(BitSet values, int child) {
      if (child != EMPTY && !values.isEmpty()) {
        byChild.computeIfAbsent(child, c -> new BitSet()).or(values);
      }
      return this;
    }
  }

  private int make(int level, Edges edges) {
    if (edges.byChild.isEmpty()) {
      return EMPTY;
    }
    List<Map.Entry<Integer, BitSet>> sorted = new ArrayList<>(edges.byChild.entrySet());
    if (sorted.size() == 1 && sorted.get(0).getValue().cardinality() == domains[level]) {
      return sorted.get(0).getKey();
    }
    sorted.sort((x, y) -> x.getValue().nextSetBit(0) - y.getValue().nextSetBit(0));
    int[] children = new int[sorted.size()];
    List<BitSet> masks = new ArrayList<>(children.length);
    for (int i = 0; i < children.length; i++) {
      children[i] = sorted.get(i).getKey();
      masks.add(sorted.get(i).getValue());
    }
    Node node = new Node(level, masks, children);
    Integer old = unique.putIfAbsent(node, nodes.size());
    if (old != null) {
      return old;
    }
    nodes.add(node);
    return nodes.size() - 1;
  }

  private int apply(Op op, int a, int b) {
    switch (op) {
      case AND -> {
        if (a == EMPTY || b == EMPTY) {
          return EMPTY;
        }
        if (a == FULL || a == b) {
          return b;
        }
        if (b == FULL) {
          return a;
        }
      }
      case OR -> {
        if (a == FULL || b == FULL) {
          return FULL;
        }
        if (a == EMPTY || a == b) {
          return b;
        }
        if (b == EMPTY) {
          return a;
        }
      }
      case MINUS -> {
        if (a == EMPTY || b == FULL || a == b) {
          return EMPTY;
        }
        if (b == EMPTY) {
          return a;
        }
      }
      default -> throw new AssertionError(op);
    }
    if (op != Op.MINUS && a > b) {
      int swap = a;
      a = b;
      b = swap;
    }
    long key = (long) a << 33 | (long) b << 2 | op.ordinal();
    Integer old = known.get(key);
    if (old != null) {
      return old;
    }
    int result = descend(op, a, b);
    known.put(key, result);
    return result;
  }

  private int descend(Op op, int a, int b) {
    Node x = nodes.get(a);
    Node y = nodes.get(b);
    int level = Math.min(x.level, y.level);
    Edges out = new Edges();
    BitSet restOfA = new BitSet(domains[level]);
    restOfA.set(0, domains[level]);
    BitSet restOfB = (BitSet) restOfA.clone();
    int widthA = x.level == level ? x.children.length : 1;
    int widthB = y.level == level ? y.children.length : 1;
    BitSet all = (BitSet) restOfA.clone();
    for (int i = 0; i < widthA; i++) {
      BitSet maskA = x.level == level ? x.masks.get(i) : all;
      int childA = x.level == level ? x.children[i] : a;
      restOfA.andNot(maskA);
      for (int j = 0; j < widthB; j++) {
        BitSet maskB = y.level == level ? y.masks.get(j) : all;
        if (!maskA.intersects(maskB)) {
          continue;
        }
        BitSet both = (BitSet) maskA.clone();
        both.and(maskB);
        out.add(both, apply(op, childA, y.level == level ? y.children[j] : b));
      }
    }
    for (int j = 0; j < widthB; j++) {
      restOfB.andNot(y.level == level ? y.masks.get(j) : all);
    }
    if (op != Op.AND) {
      for (int i = 0; i < widthA; i++) {
        BitSet only = (BitSet) (x.level == level ? x.masks.get(i) : all).clone();
        only.and(restOfB);
        out.add(only, x.level == level ? x.children[i] : a);
      }
    }
    if (op == Op.OR) {
      for (int j = 0; j < widthB; j++) {
        BitSet only = (BitSet) (y.level == level ? y.masks.get(j) : all).clone();
        only.and(restOfA);
        out.add(only, y.level == level ? y.children[j] : b);
      }
    }
    return make(level, out);
  }
}

package org.tinshelf.core.stack;

import java.util.ArrayList;
import java.util.List;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.space.When;

/**
 * One shelf as it was read for one firewall: its entries, and where those of each line begin. A
 * shelf that is read again takes over the lines it begins and ends with; those that come to stand
 * elsewhere get other numbers.
 */
final class Sheet {

  /**
   * What is worth knowing of one line besides its entries; most lines have none.
   *
   * @param line its index
   * @param whens other than always
   * @param expired at most one, its index relative to the sheet
   * @param users named in it
   * @param nested rules in its drawer
   */
  record Note(
      int line, List<When> whens, List<Stack.LeftOut> expired, List<String> users, int nested) {

    boolean isEmpty() {
      return whens.isEmpty() && expired.isEmpty() && users.isEmpty() && nested == 0;
    }

    private Note moved(int to, int entries, int number) {
      List<Stack.LeftOut> out =
          expired.stream()
              .map(
                  e ->
                      new Stack.LeftOut(e.ref().renumbered(number), e.rule(), e.before() + entries))
              .toList();
      return new Note(to, whens, out, users, nested);
    }
  }

  static final Sheet EMPTY = new Sheet(List.of());

  final List<Line> lines;
  final List<Entry> entries;
  final List<Note> notes = new ArrayList<>();

  /** By line, the index of its first entry and how many rules of the list stand above it. */
  final int[] starts;

  final int[] numbers;

  Sheet(List<Line> lines) {
    this.lines = lines;
    entries = new ArrayList<>(lines.size() + 8);
    starts = new int[lines.size() + 1];
    numbers = new int[lines.size() + 1];
  }

  /** How many rules it holds, those in drawers included. */
  int rules() {
    return numbers[lines.size()] + notes.stream().mapToInt(Note::nested).sum();
  }

  /** How many lines this begins with that are the very same in the other. */
  int sameHead(Sheet other) {
    int most = Math.min(lines.size(), other.lines.size());
    int i = 0;
    while (i < most && lines.get(i) == other.lines.get(i)) {
      i++;
    }
    return i;
  }

  /** How many lines after the head this ends with that are the very same in the other. */
  int sameTail(Sheet other, int head) {
    int most = Math.min(lines.size(), other.lines.size()) - head;
    int i = 0;
    while (i < most
        && lines.get(lines.size() - 1 - i) == other.lines.get(other.lines.size() - 1 - i)) {
      i++;
    }
    return i;
  }

  /** Takes over the first lines of an older sheet. */
  void takeHead(Sheet old, int count) {
    entries.addAll(old.entries.subList(0, old.starts[count]));
    System.arraycopy(old.starts, 0, starts, 0, count + 1);
    System.arraycopy(old.numbers, 0, numbers, 0, count + 1);
    old.notes.stream().filter(n -> n.line < count).forEach(notes::add);
  }

  /** Takes over the last lines of an older sheet, after those before them are read. */
  void takeTail(Sheet old, int count) {
    int from = lines.size() - count;
    int oldFrom = old.lines.size() - count;
    int shift = entries.size() - old.starts[oldFrom];
    int further = numbers[from] - old.numbers[oldFrom];
    for (int i = 0; i <= count; i++) {
      starts[from + i] = old.starts[oldFrom + i] + shift;
      numbers[from + i] = old.numbers[oldFrom + i] + further;
    }
    if (further == 0) {
      entries.addAll(old.entries.subList(old.starts[oldFrom], old.entries.size()));
    } else {
      for (int i = oldFrom; i < old.lines.size(); i++) {
        int number = old.numbers[i + 1] + further;
        for (Entry entry : old.entries.subList(old.starts[i], old.starts[i + 1])) {
          entries.add(entry.renumbered(number));
        }
      }
    }
    for (Note note : old.notes) {
      if (note.line >= oldFrom) {
        int to = note.line + from - oldFrom;
        notes.add(note.moved(to, shift, numbers[to + 1]));
      }
    }
  }
}

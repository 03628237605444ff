package org.tinshelf.server.rulebase;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The stored rules and dividers. */
public interface Lines extends JpaRepository<LineRecord, Long> {
  /** Those of shelves that are there. */
  @Query(
      "select l from LineRecord l where l.shelfId in (select s.id from ShelfRecord s"
          + " where s.firewallId is null or s.firewallId in"
          + " (select f.id from FirewallRecord f where f.removed = false))"
          + " order by l.shelfId, l.place, l.id")
  List<LineRecord> inOrder();

  @Query("select l from LineRecord l where l.shelfId = ?1 order by l.place, l.id")
  List<LineRecord> ofShelf(long shelfId);

  /**
   * A line without what it says.
   *
   * @param drawer null for the shelf itself
   */
  record Head(
      long id, long version, long shelf, Long drawer, String place, String name, boolean removed) {}

  /** All lines, those of removed firewalls too, in order. */
  @Query(
      "select new org.tinshelf.server.rulebase.Lines$Head(l.id, l.version, l.shelfId, l.drawerId,"
          + " l.place, l.name, l.removed) from LineRecord l order by l.shelfId, l.place, l.id")
  List<Head> heads();

  /** The lines that an edit of a later turn touched. */
  @Query(
      "select new org.tinshelf.server.rulebase.Lines$Head(l.id, l.version, l.shelfId, l.drawerId,"
          + " l.place, l.name, l.removed) from LineRecord l where l.turn > ?1"
          + " order by l.shelfId, l.place, l.id")
  List<Head> headsSince(long turn);

  /** The lines of a shelf, in order. */
  @Query(
      "select new org.tinshelf.server.rulebase.Lines$Head(l.id, l.version, l.shelfId, l.drawerId,"
          + " l.place, l.name, l.removed) from LineRecord l where l.shelfId = ?1"
          + " order by l.place, l.id")
  List<Head> headsOf(long shelfId);

  /** The name of the line just above a place; the first of at most one. */
  @Query(
      "select l.name from LineRecord l where l.shelfId = ?1"
          + " and (l.drawerId = ?2 or (?2 is null and l.drawerId is null))"
          + " and l.removed = false and l.place < ?3 order by l.place desc limit 1")
  List<String> nameAbove(long shelfId, Long drawerId, String place);

  /** The lines above a place, removed ones too, the nearest first; at most so many. */
  @Query(
      "select new org.tinshelf.server.rulebase.Lines$Head(l.id, l.version, l.shelfId, l.drawerId,"
          + " l.place, l.name, l.removed) from LineRecord l where l.shelfId = ?1"
          + " and (l.drawerId = ?2 or (?2 is null and l.drawerId is null))"
          + " and l.place < ?3 order by l.place desc limit ?4")
  List<Head> nearestAbove(long shelfId, Long drawerId, String place, int most);

  /** The places below one, another line's left out; the first of at most one. */
  @Query(
      "select l.place from LineRecord l where l.shelfId = ?1"
          + " and (l.drawerId = ?2 or (?2 is null and l.drawerId is null))"
          + " and l.id <> ?4 and l.place > ?3 order by l.place limit 1")
  List<String> placeBelow(long shelfId, Long drawerId, String place, long without);
}

package org.tinshelf.exchange.report;

/** What each kind of finding means and what to do about it, in a few sentences. */
final class Helps {

  private Helps() {}

  /** The title of a kind. */
  static String title(String kind) {
    return switch (kind) {
      case "shadowed" -> "Rule that never takes effect";
      case "redundant" -> "Rule that can go";
      case "conflict" -> "Rules whose order decides what passes";
      case "never-matches" -> "Rule that matches nothing";
      case "exception" -> "Specific rule above a general one";
      case "overly-broad" -> "Rule that lets through too much";
      case "silent-end" -> "Blocked traffic that leaves no line in the log";
      case "open-self" -> "Firewall open to strangers";
      case "unlogged" -> "Rule that leaves no line in the log";
      case "uninspected" -> "Allowed traffic without inspection";
      case "misplaced-address" -> "Address behind another zone";
      case "expired" -> "Rule past its date";
      case "expiring" -> "Rule close to its date";
      case "mergeable" -> "Two rules that can become one";
      case "unowned" -> "Rule without owner or ticket";
      case "unused-object" -> "Object nothing uses";
      case "same-content" -> "Two objects with the same content";
      case "empty-object" -> "Object that holds nothing";
      default -> "Rule that could not be judged";
    };
  }

  /** What to know and do. */
  static String help(String kind) {
    return switch (kind) {
      case "shadowed" ->
          "All traffic of the rule is decided by rules above, part of it with another action. Move"
              + " it above them, narrow them, or remove it.";
      case "redundant" ->
          "Without the rule every packet is treated as before, log and inspection included. All"
              + " rules reported so can be removed together.";
      case "conflict" ->
          "The rules overlap without one containing the other and do the opposite. Make sure the"
              + " upper one is meant to win, or separate them.";
      case "never-matches" ->
          "No packet can agree with all fields: families that differ, an empty group, a schedule"
              + " that is over, a zone this firewall has not placed.";
      case "exception" -> "The usual way to write an exception; nothing is wrong with it.";
      case "overly-broad" ->
          "What the rule still decides spans very many sources, destinations or services. Narrow"
              + " its fields to what is needed.";
      case "silent-end" -> "Let the floor or the drawer's end log, or add a last block that does.";
      case "open-self" ->
          "A source outside the management addresses reaches a management service of the firewall"
              + " itself. Name zones other than self, or block it above.";
      case "unlogged" -> "Switch the log on, so that there is a trace when it is needed.";
      case "uninspected" -> "The firewall can inspect; ask for the inspection that fits.";
      case "misplaced-address" ->
          "By the firewall's interfaces and routes the address is not reached through any of the"
              + " rule's zones, so it will hardly ever match.";
      case "expired" -> "The rule takes no part any more. Remove it or give it a new date.";
      case "expiring" -> "The rule will stop taking part. Extend it or plan for its end.";
      case "mergeable" -> "Put the members of both into one rule; no packet is treated otherwise.";
      case "unowned" ->
          "Give the rule an owner or a ticket, so that someone can say what it is for.";
      case "unused-object" -> "Remove it, or use it.";
      case "same-content" -> "Use one of the two everywhere and remove the other.";
      case "empty-object" -> "A rule that uses it matches nothing, or everything where inverted.";
      default -> "The work needed was past the budget; nothing is claimed about the rule.";
    };
  }
}

package org.tinshelf.core.space;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.model.Protocol;
import org.tinshelf.core.model.ServiceTerm;

/**
 * The packets that agree with every field of one rule, its names resolved against a {@link
 * Universe}.
 *
 * @param from bits of {@link Universe#zones}
 * @param to likewise
 * @param choices alternatives of applications and services
 * @param users bits of {@link Universe#users}
 * @param guard the least protection
 */
public record Region(
    BitSet from,
    BitSet to,
    AddressSet source,
    AddressSet destination,
    List<Choice> choices,
    BitSet users,
    When when,
    EnumSet<Profile> profiles,
    Guard guard) {

  /**
   * Applications on services.
   *
   * @param applications bits of {@link Universe#applications}
   * @param terms alternatives; absent for any service
   */
  public record Choice(BitSet applications, Optional<List<ServiceTerm>> terms) {
    private boolean has(Packet p) {
      return terms.isEmpty() || terms.get().stream().anyMatch(t -> agrees(t, p));
    }
  }

  /** Whether the packet agrees with every field. */
  public boolean contains(Packet p, Universe universe) {
    int application = universe.applications().indexOf(p.application());
    int user = Math.max(0, universe.users().indexOf(p.user()));
    return from.get(universe.zones().indexOf(p.from()))
        && to.get(universe.zones().indexOf(p.to()))
        && source.contains(p.source())
        && destination.contains(p.destination())
        && users.get(user)
        && profiles.contains(p.profile())
        && p.guard().compareTo(guard) >= 0
        && when.contains(p.time())
        && choices.stream().anyMatch(c -> c.applications.get(application) && c.has(p));
  }

  private static boolean covers(List<ServiceTerm.Span> spans, int number) {
    return spans.isEmpty()
        || spans.stream().anyMatch(s -> s.first() <= number && number <= s.last());
  }

  private static boolean agrees(ServiceTerm term, Packet p) {
    boolean numbered = Protocol.hasPorts(p.protocol()) || Protocol.hasType(p.protocol());
    return term.protocol() == p.protocol()
        && (!numbered || covers(term.first(), p.first()) && covers(term.second(), p.second()));
  }
}

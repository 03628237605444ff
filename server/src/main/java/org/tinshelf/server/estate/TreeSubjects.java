package org.tinshelf.server.estate;

import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.tinshelf.server.problems.Refusal;
import org.tinshelf.server.rulebase.Subject;
import tools.jackson.databind.json.JsonMapper;

/** How bays, firewalls and the estate come back to what they were. */
@Configuration
class TreeSubjects {

  private interface Restoring {
    void restore(long id, Optional<String> state);
  }

  private record One(Subject.Kind kind, Restoring restoring) implements Subject {
    @Override
    public void restore(long id, Optional<String> state) {
      restoring.restore(id, state);
    }
  }

  @Bean
  Subject baySubject(Bays bays, Firewalls firewalls, JsonMapper json) {
    return new One(
        Subject.Kind.BAY,
        (id, state) -> {
          BayRecord bay = bays.findById(id).orElseThrow();
          if (state.isPresent()) {
            bay.restore(json.readValue(state.get(), BayState.class));
          } else {
            boolean holds =
                bays.there().stream().anyMatch(b -> b.parentId().equals(Optional.of(id)))
                    || firewalls.there().stream().anyMatch(f -> f.bayId().equals(Optional.of(id)));
            if (holds) {
              throw Refusal.conflict("“" + bay.name() + "” is not empty any more.");
            }
            bay.retire();
          }
          bays.saveAndFlush(bay);
        });
  }

  @Bean
  Subject firewallSubject(Firewalls firewalls, JsonMapper json) {
    return new One(
        Subject.Kind.FIREWALL,
        (id, state) -> {
          FirewallRecord firewall = firewalls.findById(id).orElseThrow();
          if (state.isPresent()) {
            firewall.restore(json.readValue(state.get(), FirewallState.class));
          } else {
            firewall.retire();
          }
          firewalls.saveAndFlush(firewall);
        });
  }

  @Bean
  Subject estateSubject(Estates estates, JsonMapper json) {
    return new One(
        Subject.Kind.ESTATE,
        (id, state) -> {
          EstateRecord estate = estates.findById((byte) 1).orElseThrow();
          state.ifPresent(text -> estate.restore(json.readValue(text, EstateState.class)));
          estates.saveAndFlush(estate);
        });
  }
}

package org.tinshelf.server.install;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.exchange.acl.AclWriter;
import org.tinshelf.exchange.acl.Canonical;
import org.tinshelf.exchange.document.DocumentReader;
import org.tinshelf.exchange.document.Problem;
import org.tinshelf.server.problems.Refusal;
import org.tinshelf.server.rulebase.RevisionRecord;
import org.tinshelf.server.rulebase.Revisions;
import tools.jackson.databind.node.ObjectNode;

/** What each firewall is to hold by a sealed revision. */
@Component
class Renderings {

  /** A policy as it is sent, the digest it is recognised by, and what keeps it from being sent. */
  record Rendering(ObjectNode policy, String digest, List<Problem> problems) {}

  private final Revisions revisions;
  private final Map<Integer, Map<String, Rendering>> kept = new ConcurrentHashMap<>();

  Renderings(Revisions revisions) {
    this.revisions = revisions;
  }

  Optional<Integer> newest() {
    return revisions.findFirstByOrderByNumberDesc().map(RevisionRecord::number);
  }

  /** The policy of a firewall by a revision; empty if the revision does not know it. */
  Optional<Rendering> of(int revision, String firewall) {
    return Optional.ofNullable(kept.computeIfAbsent(revision, this::render).get(firewall));
  }

  private Map<String, Rendering> render(int number) {
    RevisionRecord revision =
        revisions
            .findById(number)
            .orElseThrow(() -> Refusal.gone("There is no revision " + number + "."));
    Estate estate = DocumentReader.read(revision.document());
    Map<String, Rendering> out = new HashMap<>();
    for (Firewall firewall : estate.firewalls()) {
      ObjectNode policy = AclWriter.write(estate, firewall);
      out.put(
          firewall.name(),
          new Rendering(policy, Canonical.digest(policy), Enforcement.problems(estate, firewall)));
    }
    return out;
  }
}

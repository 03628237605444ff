package org.tinshelf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.tinshelf.core.model.About;
import org.tinshelf.core.model.Address;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.model.Estate;
import org.tinshelf.core.model.Firewall;
import org.tinshelf.core.model.Line;
import org.tinshelf.core.model.Rule;

/** Makes one random edit after another to the own shelf of an estate's first firewall. */
public final class Edits {

  private final Random random;
  private Estate estate;
  private int made;

  /** Edits of an estate, the same for the same seed. */
  public Edits(Estate estate, long seed) {
    this.estate = estate;
    this.random = new Random(seed);
  }

  /**
   * The estate after one more edit: add, remove, move, change, on or off, or an object's content.
   */
  public Estate next() {
    made++;
    if (random.nextInt(20) == 0 && !estate.addresses().isEmpty()) {
      estate = estate.withAddresses(content());
    } else {
      List<Firewall> firewalls = new ArrayList<>(estate.firewalls());
      firewalls.set(0, own(firewalls.get(0)));
      estate = estate.withFirewalls(firewalls);
    }
    return estate;
  }

  private List<Address> content() {
    List<Address> addresses = new ArrayList<>(estate.addresses());
    int at = random.nextInt(addresses.size());
    if (addresses.get(at) instanceof Address.Fixed fixed) {
      String ip = "10.250." + random.nextInt(256) + "." + random.nextInt(256);
      addresses.set(
          at, new Address.Fixed(fixed.about(), Address.Form.HOST, AddressRange.parse(ip)));
    }
    return addresses;
  }

  private Firewall own(Firewall f) {
    List<Line> own = new ArrayList<>(f.own());
    int at = random.nextInt(own.size());
    while (!(own.get(at) instanceof Rule)) {
      at = random.nextInt(own.size());
    }
    Rule rule = (Rule) own.get(at);
    int to = random.nextInt(own.size());
    switch (random.nextInt(5)) {
      case 0 -> own.add(to, copy(rule, "new " + made, rule.on(), other(own)));
      case 1 -> own.remove(at);
      case 2 -> {
        own.remove(at);
        own.add(Math.min(to, own.size()), rule);
      }
      case 3 -> own.set(at, copy(rule, rule.name(), rule.on(), other(own)));
      default -> own.set(at, copy(rule, rule.name(), !rule.on(), rule));
    }
    return f.withOwn(own);
  }

  private Rule other(List<Line> own) {
    while (true) {
      if (own.get(random.nextInt(own.size())) instanceof Rule rule) {
        return rule;
      }
    }
  }

  /** A rule with the services of another. */
  private static Rule copy(Rule r, String name, boolean on, Rule services) {
    return new Rule(
        About.named(name),
        on,
        r.owner(),
        r.ticket(),
        r.expires(),
        r.from(),
        r.to(),
        r.source(),
        r.destination(),
        r.users(),
        r.applications(),
        services.services(),
        r.when(),
        r.profiles(),
        r.guard(),
        r.action(),
        r.log(),
        r.inspection(),
        r.sourceNat(),
        r.only());
  }
}

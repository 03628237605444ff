package org.tinshelf.core.stack;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.tinshelf.core.model.FindingSettings;
import org.tinshelf.core.model.ServiceTerm;
import org.tinshelf.core.space.AddressSet;

/**
 * What of a firewall, besides its rules, findings depend on.
 *
 * @param today in the firewall's time
 * @param inspects whether its platform can inspect
 * @param behind the addresses that lie behind each zone, by interfaces and routes; empty where the
 *     firewall names neither
 * @param management the estate's management addresses
 * @param managementServices the services the settings name
 * @param objects what the names in the rules' address fields hold; absent names are living
 */
public record Surroundings(
    LocalDate today,
    boolean inspects,
    Map<String, AddressSet> behind,
    AddressSet management,
    List<ServiceTerm> managementServices,
    FindingSettings settings,
    Objects objects) {

  /** Looks up address objects and literals. */
  public interface Objects {
    /** What a name holds now. */
    AddressSet addresses(String name);

    /** Whether that can change by itself. */
    boolean living(String name);
  }
}

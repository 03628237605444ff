package org.tinshelf.core.space;

import java.time.LocalDateTime;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Ip;
import org.tinshelf.core.model.Profile;

/**
 * The first packet of one connection.
 *
 * @param from a zone of the firewall, or {@link Universe#UNNAMED_ZONE}
 * @param to likewise
 * @param protocol 0 to 255
 * @param first source port, or ICMP type; 0 for other protocols
 * @param second destination port, or ICMP code; 0 for other protocols
 * @param application a known name, or {@link Universe#UNKNOWN}
 * @param user a name, or {@link Universe#UNKNOWN}
 * @param time in the firewall's local time, to the minute
 */
public record Packet(
    String from,
    String to,
    Ip source,
    Ip destination,
    int protocol,
    int first,
    int second,
    String application,
    String user,
    LocalDateTime time,
    Profile profile,
    Guard guard) {}

package org.tinshelf.core.space;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Regions told in words are put together where that says no more and no less. */
class FieldsTest {

  private static Fields fields(List<String> source, List<String> destination, String... services) {
    return new Fields(
        List.of("quay"),
        List.of(),
        source,
        destination,
        List.of(services),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        List.of());
  }

  private static final List<String> ALL4 = List.of("0.0.0.0/0");
  private static final List<String> ALL6 = List.of("::/0");

  @Test
  void whatDiffersInServicesAloneIsOneRegion() {
    Fields web = fields(ALL4, ALL4, "tcp/80", "tcp/443");
    Fields dns = fields(ALL4, ALL4, "udp/53", "tcp/443");
    assertEquals(web.butServices(), dns.butServices());
    assertEquals(List.of("tcp/80", "tcp/443", "udp/53"), web.orServicesOf(dns).services());
    assertEquals(ALL4, web.orServicesOf(dns).source());
  }

  @Test
  void anyAddressOfBothFamiliesIsAnyAddress() {
    Fields four = fields(ALL4, List.of("10.72.0.0/16"), "tcp/443");
    Fields six = fields(ALL6, List.of("2001:db8::/32"), "tcp/443");
    assertEquals(four.inEitherFamily(), six.inEitherFamily());
    Fields both = four.orFamilyOf(six);
    assertEquals(List.of(), both.source());
    assertEquals(List.of("10.72.0.0/16", "2001:db8::/32"), both.destination());
    assertEquals(List.of("tcp/443"), both.services());
  }

  @Test
  void eachIcmpGoesWithItsOwnFamily() {
    Fields four = fields(ALL4, ALL4, "tcp/443", "icmp/8");
    Fields six = fields(ALL6, ALL6, "tcp/443", "icmp6/128");
    assertEquals(four.inEitherFamily(), six.inEitherFamily());
    assertEquals(List.of("tcp/443", "icmp/8", "icmp6/128"), four.orFamilyOf(six).services());
  }

  @Test
  void familiesThatDifferInAnythingElseStayApart() {
    Fields four = fields(ALL4, ALL4, "tcp/443");
    assertNotEquals(four.inEitherFamily(), fields(ALL6, ALL6, "tcp/80").inEitherFamily());
    // Every service is more than every service named.
    assertNotEquals(four.inEitherFamily(), fields(ALL6, ALL6).inEitherFamily());
    assertNotEquals(
        fields(ALL4, ALL4).inEitherFamily(), fields(ALL6, ALL6, "icmp6/128").inEitherFamily());
  }
}

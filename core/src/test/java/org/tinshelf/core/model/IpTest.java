package org.tinshelf.core.model;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class IpTest {

  @ParameterizedTest
  @CsvSource({
    "10.72.0.1, 10.72.0.1",
    "2001:DB8:0:0:1:0:0:1, 2001:db8::1:0:0:1",
    "2001:db8:0:1:1:1:1:1, 2001:db8:0:1:1:1:1:1",
    "::, ::",
    "::1, ::1",
    "fe80::, fe80::",
    "::ffff:10.0.0.1, ::ffff:a00:1"
  })
  void addressesAreWrittenInTheirUsualForm(String given, String written) {
    assertEquals(written, Ip.parse(given).toString());
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "10.0.0",
        "10.0.0.256",
        "10.0.0.01",
        "",
        "a",
        "1:2:3:4:5:6:7",
        "1::2::3",
        "12345::",
        ":1::",
        "1:2:3:4:5:6:7:8:9",
        "::10.0.0"
      })
  void whatIsNoAddressIsRefused(String text) {
    assertThrows(IllegalArgumentException.class, () -> Ip.parse(text));
  }

  @Property
  void everyAddressReadsBack(@ForAll boolean six, @ForAll long hi, @ForAll long lo) {
    Ip ip = six ? new Ip(true, new U128(hi, lo)) : Ip.v4(lo);
    assertEquals(ip, Ip.parse(ip.toString()));
  }

  @ParameterizedTest
  @CsvSource({
    "10.0.0.0-10.0.0.255, 10.0.0.0/24",
    "10.0.0.1-10.0.0.2, 10.0.0.1-10.0.0.2",
    "10.0.0.5-10.0.0.5, 10.0.0.5",
    "2001:db8::/64, 2001:db8::/64",
    "0.0.0.0/0, 0.0.0.0/0"
  })
  void rangesAreWrittenInTheShortestForm(String given, String written) {
    assertEquals(written, AddressRange.parse(given).toString());
  }
}

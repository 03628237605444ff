package org.tinshelf.server.objects;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.tinshelf.core.model.AddressRange;
import org.tinshelf.core.space.AddressSet;
import org.tinshelf.server.objects.AddressPicture.Bar;
import org.tinshelf.server.objects.AddressPicture.Stretch;

class AddressPictureTest {

  private static AddressSet set(String... ranges) {
    return AddressSet.of(Arrays.stream(ranges).map(AddressRange::parse).toList());
  }

  private static List<Stretch> stretches(String... ranges) {
    return AddressPicture.of(set(ranges), Map.of());
  }

  private static List<String> networks(List<Stretch> stretches) {
    return stretches.stream().map(Stretch::network).toList();
  }

  @Test
  void aHostIsATickInItsNetwork() {
    List<Stretch> stretches = stretches("10.72.16.64");
    assertEquals(List.of("10.72.16.0/24"), networks(stretches));
    assertEquals(List.of(new Bar(64 / 256.0, 65 / 256.0)), stretches.get(0).bars());
  }

  @Test
  void aNetworkIsDrawnInAWiderOne() {
    List<Stretch> stretches = stretches("10.72.17.0/24");
    assertEquals(List.of("10.72.16.0/22"), networks(stretches));
    assertEquals(List.of(new Bar(0.25, 0.5)), stretches.get(0).bars());
  }

  @Test
  void everythingIsOneFullStretchOfEachFamily() {
    List<Stretch> stretches = stretches("0.0.0.0/0", "::/0");
    assertEquals(List.of("0.0.0.0/0", "::/0"), networks(stretches));
    stretches.forEach(s -> assertEquals(List.of(new Bar(0, 1)), s.bars()));
  }

  @Test
  void whatLiesFarApartHasStretchsOfItsOwn() {
    assertEquals(
        List.of("10.72.16.0/24", "192.168.3.0/24", "2001:db8::/64"),
        networks(stretches("192.168.3.9", "10.72.16.0/28", "10.72.16.200", "2001:db8::1")));
  }

  @Test
  void thereAreNeverMoreThanAFewStretchs() {
    String[] far = {
      "10.1.1.1", "10.200.1.1", "172.16.5.5", "192.168.1.1", "198.51.100.3", "203.0.113.9"
    };
    assertEquals(AddressPicture.MOST_STRETCHES, stretches(far).size());
  }

  @Test
  void otherObjectsLieBelowTheNarrowestFirst() {
    Map<String, AddressSet> others = new LinkedHashMap<>();
    others.put("wide", set("10.0.0.0/8"));
    others.put("elsewhere", set("10.99.0.0/16"));
    others.put("half", set("10.72.16.0/25"));
    Stretch stretch = AddressPicture.of(set("10.72.16.1", "10.72.16.9"), others).get(0);
    assertEquals(
        List.of("half", "wide"),
        stretch.others().stream().map(AddressPicture.Beside::name).toList());
    assertEquals(List.of(new Bar(0, 0.5)), stretch.others().get(0).bars());
    assertEquals(List.of(new Bar(0, 1)), stretch.others().get(1).bars());
  }

  /** Bars are within the stretch, in order and apart; each address lies on one. */
  @Test
  void barsHoldWhatTheyShow() {
    Random random = new Random(20_261_123);
    for (int round = 0; round < 500; round++) {
      String[] some = new String[1 + random.nextInt(12)];
      for (int i = 0; i < some.length; i++) {
        some[i] = "10." + random.nextInt(3) + "." + random.nextInt(256) + "." + random.nextInt(256);
      }
      List<Stretch> stretches = stretches(some);
      for (Stretch stretch : stretches) {
        double end = 0;
        for (Bar bar : stretch.bars()) {
          assertTrue(end <= bar.from() && bar.from() < bar.to() && bar.to() <= 1);
          end = bar.to();
        }
      }
      for (String host : some) {
        AddressRange one = AddressRange.parse(host);
        assertTrue(
            stretches.stream()
                .anyMatch(
                    s ->
                        AddressRange.parse(s.network()).first().compareTo(one.first()) <= 0
                            && one.last().compareTo(AddressRange.parse(s.network()).last()) <= 0));
      }
    }
  }
}

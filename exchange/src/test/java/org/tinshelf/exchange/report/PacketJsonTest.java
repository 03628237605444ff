package org.tinshelf.exchange.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDateTime;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.tinshelf.core.model.Guard;
import org.tinshelf.core.model.Profile;
import org.tinshelf.core.space.Packet;
import org.tinshelf.core.space.Timeline;
import org.tinshelf.core.space.Universe;

class PacketJsonTest {

  private static final LocalDateTime NOW = LocalDateTime.of(2026, 11, 23, 10, 0, 30);
  private static final Universe ZONED =
      new Universe(
          List.of("quay", "outside", "self"),
          List.of("unknown", "berth-board"),
          List.of("unknown", "ida"),
          new Timeline(NOW, List.of()));
  private static final Universe UNNAMED =
      new Universe(
          List.of("", "self"),
          List.of("unknown"),
          List.of("unknown"),
          new Timeline(NOW, List.of()));

  private static Packet read(String json) {
    return PacketJson.read(json.replace('\'', '"'), ZONED, NOW);
  }

  @Test
  void whatIsMissingHasItsDefault() {
    Packet p = read("{'from':'quay','to':'self','source':'10.0.0.1','destination':'10.0.0.2'}");
    assertEquals(6, p.protocol());
    assertEquals("unknown", p.application());
    assertEquals("unknown", p.user());
    assertEquals(NOW.withSecond(0), p.time());
    assertEquals(Profile.OFFICE, p.profile());
    assertEquals(Guard.NONE, p.guard());
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{'from':'quay','to':'outside','source':'10.0.0.1','destination':'10.0.0.2','protocol':6,'sourcePort':1,'destinationPort':2,'icmpType':null,'icmpCode':null,'application':'berth-board','user':'ida','time':'2026-11-23T12:00','profile':'home','guard':'encrypted'}",
        "{'from':'self','to':'outside','source':'2001:db8::1','destination':'2001:db8::2','protocol':58,'sourcePort':null,'destinationPort':null,'icmpType':128,'icmpCode':0,'application':'unknown','user':'unknown','time':'2026-11-23T12:00','profile':'office','guard':'none'}",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','protocol':47,'sourcePort':null,'destinationPort':null,'icmpType':null,'icmpCode':null,'application':'unknown','user':'unknown','time':'2026-11-23T12:00','profile':'public','guard':'none'}"
      })
  void aWitnessCanBeProbedAsItIsWritten(String json) {
    assertEquals(json.replace('\'', '"'), PacketJson.write(read(json)).toString());
  }

  @Test
  void whereThereAreNoZonesNoneIsAskedFor() {
    String json = "{\"from\":null,\"source\":\"10.0.0.1\",\"destination\":\"10.0.0.2\"}";
    Packet p = PacketJson.read(json, UNNAMED, NOW);
    assertEquals("", p.from());
    assertTrue(PacketJson.write(p).get("from").isNull());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "{'to':'quay','source':'10.0.0.1','destination':'10.0.0.2'} | 'from' is missing",
        "{'from':'quay','to':'moon','source':'10.0.0.1','destination':'10.0.0.2'} | no zone 'moon'",
        "{'from':'quay','to':'quay','source':'10.0.0.1'} | 'destination' is missing",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'::1'} | different families",
        "{'from':'quay','to':'quay','source':'::1','destination':'::2','protocol':1} | does not exist with IPv6",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','protocol':256} | 0 to 255",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','icmpType':8} | has no 'icmpType'",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','protocol':47,'sourcePort':8} | has no 'sourcePort'",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','application':'x'} | no application 'x'",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','profile':'x'} | office, home, public",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','time':'noon'} | 2026-11-23T12:00",
        "{'from':'quay','to':'quay','source':'10.0.0.1','destination':'10.0.0.2','colour':1} | 'colour' is not known",
        "[] | a packet is an object",
        "{ | not JSON"
      })
  void aPacketThatCannotBeIsRefusedWithTheReason(String json, String told) {
    Exception e = assertThrows(IllegalArgumentException.class, () -> read(json));
    assertTrue(e.getMessage().contains(told), e.getMessage());
  }
}

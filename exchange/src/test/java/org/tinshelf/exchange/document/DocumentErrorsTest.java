package org.tinshelf.exchange.document;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a person is told about a document that is not sound. */
class DocumentErrorsTest {

  private static List<Problem> problems(String content) {
    String document = "{\"tinshelf\":1," + content.replace('\'', '"') + "}";
    return assertThrows(BadDocumentException.class, () -> DocumentReader.read(document)).problems();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "'addresses':[{'name':'a','network':'10.0.0.1/24'}] | /addresses/0/network | write 10.0.0.0/24",
        "'addresses':[{'name':'a','host':'10.0.0.300'}] | /addresses/0/host | 0 to 255",
        "'addresses':[{'name':'a','range':'10.0.0.9-10.0.0.1'}] | /addresses/0/range | write 10.0.0.1-10.0.0.9",
        "'addresses':[{'name':'a','wildcard':'10.0.0.0/1.0.0.1'}] | /addresses/0/wildcard | 65,536",
        "'addresses':[{'name':'a','members':['b']}] | /addresses/0/members/0 | there is no address object 'b'",
        "'addresses':[{'name':'a'}] | /addresses/0 | nothing says what it holds",
        "'addresses':[{'name':'a','labelled':'x and'}] | /addresses/0/labelled | a label is missing",
        "'addresses':[{'name':'a!','host':'10.0.0.1'}] | /addresses/0/name | not a name",
        "'addresses':[{'name':'a','domain':'not a name'}] | /addresses/0/domain | not a domain name",
        "'addresses':[{'name':'a','countries':['no']}] | /addresses/0/countries/0 | two capital letters",
        "'addresses':[{'name':'a','feed':''}] | /addresses/0/feed | where the list comes from",
        "'services':[{'name':'s','tcp':'80-70'}] | /services/0/tcp | ends before it begins",
        "'services':[{'name':'s','tcp':'70000'}] | /services/0/tcp | 65535",
        "'zones':[{'name':'self'}] | /zones/0 | meaning of its own",
        "'applications':[{'name':'unknown'}] | /applications/0 | meaning of its own",
        "'applications':[{'name':'a','members':[],'ofRisk':'4'}] | /applications/0 | more than one way",
        "'applications':[{'name':'a','ofCategories':['web'],'risk':4}] | /applications/0 | more than one way",
        "'users':[{'name':'unknown','members':[]}] | /users/0 | meaning of its own",
        "'schedules':[{'name':'s','weekly':[{'days':['mo'],'from':'05:00','to':'06:00'}]}] | /schedules/0/weekly/0/days/0 | mon",
        "'firewalls':[{'name':'f','timeZone':'Mars/Base'}] | /firewalls/0/timeZone | not a time zone",
        "'firewalls':[{'name':'f','bay':'b'}] | /firewalls/0/bay | there is no bay 'b'",
        "'firewalls':[{'name':'f','own':[{'name':'r'}]}] | /firewalls/0/own/0 | 'action' is missing",
        "'firewalls':[{'name':'f','own':[{'name':'r','action':'alow'}]}] | /firewalls/0/own/0/action | allow",
        "'firewalls':[{'name':'f','own':[{'name':'r','action':'allow','from':['z']}]}] | /firewalls/0/own/0/from/0 | no zone 'z'",
        "'firewalls':[{'name':'f','own':[{'name':'r','action':'allow','only':['f']}]}] | /firewalls/0/own/0/only | bay's shelf",
        "'firewalls':[{'name':'f','own':[{'name':'r','action':{'drawer':[]}}]}] | /firewalls/0/own/0/action | 'end' is missing",
        "'asks':{'owner':true} | /asks/owner | did you mean 'owners'",
        "'asks':{'expiringDays':-1} | /asks/expiringDays | from 0 to 3650",
        "'asks':{'managementServices':['ssh']} | /asks/managementServices/0 | no service 'ssh'",
        "'asks':{'broad':{'ports':1}} | /asks/broad/ports | from 2 to 65536",
        "'firewals':[] | /firewals | did you mean 'firewalls'"
      })
  void eachMistakeHasAPlaceAndAMend(String content, String pointer, String told) {
    List<Problem> problems = problems(content);
    assertEquals(1, problems.size(), problems.toString());
    assertEquals(pointer, problems.get(0).pointer());
    assertTrue(problems.get(0).toString().contains(told), problems.get(0).toString());
  }

  @Test
  void allMistakesAreToldAtOnceUpToAHundred() {
    StringBuilder zones = new StringBuilder();
    for (int i = 0; i < 150; i++) {
      zones.append(i == 0 ? "" : ",").append("{'name':'z").append(i).append("','colour':1}");
    }
    assertEquals(100, problems("'zones':[" + zones + "]").size());
  }

  @Test
  void aCycleOfGroupsNamesItsMembers() {
    Problem problem =
        problems(
                "'addresses':[{'name':'a','members':['b']},{'name':'b','members':[],'except':['a']}]")
            .get(0);
    assertTrue(problem.wrong().contains("a \u2192 b \u2192 a"), problem.wrong());
  }

  @Test
  void doublesAreToldWithTheFirstOne() {
    Problem problem = problems("'zones':[{'name':'a'},{'name':' a '}]").get(0);
    assertEquals("/zones/1/name", problem.pointer());
    assertTrue(problem.wrong().contains("/zones/0/name"));
  }

  @Test
  void brokenJsonIsToldWithLineAndColumn() {
    BadDocumentException e =
        assertThrows(
            BadDocumentException.class, () -> DocumentReader.read("{\n  \"tinshelf\": 1,\n  oops"));
    assertTrue(e.getMessage().contains("line 3"), e.getMessage());
  }

  @Test
  void theSameKeyTwiceIsRefused() {
    assertThrows(
        BadDocumentException.class, () -> DocumentReader.read("{\"tinshelf\":1,\"tinshelf\":1}"));
  }

  @Test
  void anObjectsNameWinsOverTheLiteralItLooksLike() {
    String document =
        "{\"tinshelf\":1,\"addresses\":[{\"name\":\"10.0.0.1\",\"host\":\"10.0.0.2\"}],"
            + "\"firewalls\":[{\"name\":\"f\",\"own\":[{\"name\":\"r\",\"source\":[\"10.0.0.1\"],"
            + "\"action\":\"drop\"}]}]}";
    assertEquals(1, DocumentReader.read(document).firewalls().size());
  }
}

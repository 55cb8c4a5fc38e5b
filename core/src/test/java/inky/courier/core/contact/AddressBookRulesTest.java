package inky.courier.core.contact;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.contact.DirectEntry.Mode;
import inky.courier.core.mail.MailAddress;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which addresses may be entered, who is in a group, and which contacts are the same. */
class AddressBookRulesTest {
    /** RFC 1034 section 3.1: a domain is the tree below its name. RFC 5890 section 2.3.2.1: one name in two forms. */
    @ParameterizedTest
    @CsvSource({
        "quay.example, oda@quay.example, true",
        "quay.example, oda@QUAY.example, true",
        "quay.example, oda@yard.quay.example, true",
        "quay.example, oda@notquay.example, false",
        "quay.example, oda@quay.example.org, false",
        "@quay.example, oda@quay.example, true",
        "*.quay.example, oda@quay.example, true",
        "bücher.example, oda@xn--bcher-kva.example, true",
        "xn--bcher-kva.example, oda@bücher.example, true"
    })
    void aDomainIsItAndAllBelowIt(String domain, String address, boolean allowed) {
        DirectEntry entry = new DirectEntry(Mode.DOMAINS, List.of(domain));
        assertTrue(entry.problem("entry").isEmpty());
        assertEquals(allowed, entry.allows(new MailAddress(address)));
    }

    @Test
    void whatTwoRulesAllowIsWhatBothDoAndWhatAnyAllowsIsWhatOneDoes() {
        Random random = new Random(20261129);
        List<String> domains = List.of("quay.example", "yard.quay.example", "tide.example", "example");
        List<MailAddress> addresses = List.of(
                new MailAddress("a@quay.example"),
                new MailAddress("a@yard.quay.example"),
                new MailAddress("a@tide.example"),
                new MailAddress("a@else.test"));
        for (int round = 0; round < 2000; round++) {
            DirectEntry one = rule(random, domains);
            DirectEntry two = rule(random, domains);
            for (MailAddress address : addresses) {
                assertEquals(
                        one.allows(address) && two.allows(address),
                        one.and(two).allows(address),
                        () -> one + " and " + two + ": " + address);
                assertEquals(
                        one.allows(address) || two.allows(address),
                        DirectEntry.any(List.of(one, two)).allows(address),
                        () -> one + " or " + two + ": " + address);
            }
        }
    }

    private static DirectEntry rule(Random random, List<String> domains) {
        return new DirectEntry(
                Mode.values()[random.nextInt(3)],
                domains.stream().filter(one -> random.nextBoolean()).toList());
    }

    @Test
    void aGroupsRuleStandsInsteadOfTheOffices() {
        DirectEntry own = new DirectEntry(Mode.DOMAINS, List.of("quay.example"));
        RecipientRules rules =
                new RecipientRules(DirectEntry.NONE, Map.of("Crew", own, "Office", DirectEntry.ANY), 10, true);
        rules.check();
        assertEquals(DirectEntry.NONE, rules.entryOf(List.of()));
        assertEquals(DirectEntry.NONE, rules.entryOf(List.of("Yard")));
        assertEquals(own, rules.entryOf(List.of("Yard", "Crew")));
        assertEquals(DirectEntry.ANY, rules.entryOf(List.of("Crew", "Office")));
    }

    @Test
    void rulesThatCannotBeAreRefused() {
        for (RecipientRules wrong : List.of(
                new RecipientRules(new DirectEntry(Mode.DOMAINS, List.of()), Map.of(), 10, true),
                new RecipientRules(new DirectEntry(Mode.DOMAINS, List.of("two words")), Map.of(), 10, true),
                new RecipientRules(DirectEntry.ANY, Map.of(" ", DirectEntry.ANY), 10, true),
                new RecipientRules(DirectEntry.ANY, Map.of(), 0, true),
                new RecipientRules(DirectEntry.ANY, Map.of(), 101, true))) {
            assertThrows(Invalid.class, wrong::check, wrong::toString);
        }
    }

    @Test
    void everybodyInGroupsThatHoldGroupsIsFoundOnceAndNoGroupComesToHoldItself() {
        Random random = new Random(20261129);
        for (int round = 0; round < 300; round++) {
            List<UUID> ids = IntStream.range(0, 6).mapToObj(i -> new UUID(1, i)).toList();
            Map<UUID, List<Member>> groups = new HashMap<>();
            for (int step = 0; step < 20; step++) {
                UUID group = ids.get(random.nextInt(ids.size()));
                List<Member> members = new ArrayList<>(groups.getOrDefault(group, List.of()));
                members.add(
                        random.nextBoolean()
                                ? new Member.OfContact(new UUID(2, random.nextInt(9)))
                                : new Member.OfGroup(ids.get(random.nextInt(ids.size()))));
                Map<UUID, List<Member>> wanted = new HashMap<>(groups);
                wanted.put(group, members);
                List<UUID> circle = new ContactGroups(groups).circle(group, members);
                assertEquals(!reaches(wanted, group, group, new HashSet<>()), circle.isEmpty());
                if (circle.isEmpty()) {
                    groups.put(group, members);
                } else {
                    assertEquals(group, circle.get(0));
                    assertEquals(group, circle.get(circle.size() - 1));
                    for (int i = 1; i < circle.size(); i++) {
                        assertTrue(wanted.get(circle.get(i - 1)).contains(new Member.OfGroup(circle.get(i))));
                    }
                }
            }
            for (UUID group : ids) {
                Set<Member> plain = new HashSet<>();
                collect(groups, group, plain);
                List<Member> found = new ContactGroups(groups).everybody(group);
                assertEquals(plain, new HashSet<>(found));
                assertEquals(plain.size(), found.size());
            }
        }
    }

    private static boolean reaches(Map<UUID, List<Member>> groups, UUID from, UUID to, Set<UUID> seen) {
        return groups.getOrDefault(from, List.of()).stream()
                .filter(Member.OfGroup.class::isInstance)
                .map(Member::id)
                .anyMatch(held -> held.equals(to) || seen.add(held) && reaches(groups, held, to, seen));
    }

    private static void collect(Map<UUID, List<Member>> groups, UUID group, Set<Member> found) {
        for (Member member : groups.getOrDefault(group, List.of())) {
            if (member instanceof Member.OfGroup held) {
                collect(groups, held.id(), found);
            } else {
                found.add(member);
            }
        }
    }

    @Test
    void contactsOfOneAddressOrOneNameStandTogether() {
        List<Contact> all = List.of(
                new Contact("Ada Quill", "ada@quay.example", ""),
                new Contact("Berth office", "berths@quay.example", ""),
                new Contact("Quill, Áda", "a.quill@quay.example", ""),
                new Contact("A. Q.", "ADA@quay.example", ""),
                new Contact("Office", "one@quay.example", ""),
                new Contact("Office", "two@quay.example", ""),
                new Contact("Tide Gauge", "tide@quay.example", ""));
        assertEquals(List.of(List.of(all.get(0), all.get(2), all.get(3))), Duplicates.of(all, one -> one));
    }
}

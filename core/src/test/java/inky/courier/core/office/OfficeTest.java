package inky.courier.core.office;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Properties of the set-up as a value. */
class OfficeTest {
    private static final int OFFICES = 100;

    @Test
    void aDifferenceMakesOneOfficeOfTheOtherInWhateverOrderItIsMade() {
        Random random = new Random(11);
        for (int i = 0; i < OFFICES; i++) {
            Office a = Offices.random(random);
            Office b = Offices.random(random);
            List<Change> changes = Difference.between(a, b);
            assertEquals(b, a.apply(changes));
            List<Change> shuffled = new ArrayList<>(changes);
            Collections.shuffle(shuffled, random);
            assertEquals(b, a.apply(shuffled));
            assertEquals(a, b.apply(Difference.between(b, a)), "and back");
            assertEquals(List.of(), Difference.between(a, a));
        }
    }

    /** Each step alone leaves an office that keeps the rules, so that it can be stored in this order. */
    @Test
    void theOrderOfADifferenceHoldsAtEachStepForWhatComes() {
        Random random = new Random(12);
        for (int i = 0; i < OFFICES; i++) {
            Office after = Offices.random(random);
            Office office = Office.EMPTY;
            for (Change change : Difference.between(office, after)) {
                office = office.apply(List.of(change));
            }
            assertEquals(after, office);
            for (Change change : Difference.between(office, Office.EMPTY)) {
                office = office.apply(List.of(change));
            }
            assertEquals(Office.EMPTY, office);
        }
    }

    /** Who needs a thing, however many steps away, is who has it among all that it needs itself. */
    @Test
    void whatNeedsAThingIsWhatHasItAmongItsNeeds() {
        Random random = new Random(13);
        int needed = 0;
        for (int i = 0; i < 50; i++) {
            Office office = Offices.random(random);
            for (Item item : office.items()) {
                List<Item> expected = office.items().stream()
                        .filter(other -> !other.equals(item))
                        .filter(other -> office.withNeeds(other.reference()).contains(item))
                        .toList();
                List<Item> found = office.allDependents(item.reference());
                assertEquals(Set.copyOf(expected), Set.copyOf(found));
                assertEquals(expected.size(), found.size());
                needed += found.size();
            }
        }
        assertTrue(needed > 500, "needs: " + needed);
    }

    /** A file of an office whose ids are all others says the same of this one, once what is called the same is matched. */
    @Test
    void whatIsCalledTheSameIsMatchedWhateverItsId() {
        Random random = new Random(15);
        int matched = 0;
        for (int i = 0; i < OFFICES; i++) {
            Office office = Offices.random(random);
            Set<String> names = new HashSet<>();
            boolean unique = office.items().stream()
                    .filter(item -> !item.name().isEmpty())
                    .allMatch(item -> names.add(item.itemKind() + " " + item.name()));
            if (!unique) {
                continue;
            }
            Map<UUID, UUID> others = new HashMap<>();
            office.items().stream()
                    .filter(item -> item.itemKind() != ItemKind.SETTINGS)
                    .forEach(item -> others.computeIfAbsent(item.id(), id -> new UUID(random.nextLong(), 1)));
            String file = OfficeFormat.YAML.write(office);
            for (Map.Entry<UUID, UUID> id : others.entrySet()) {
                file = file.replace(id.getKey().toString(), id.getValue().toString());
            }
            Office elsewhere = OfficeFormat.YAML.read(file);
            List<SameNames.Pair> same = SameNames.of(office, elsewhere);
            Office meant = OfficeFormat.YAML.read(SameNames.meant(file, same));
            assertEquals(List.of(), Difference.between(office, meant));
            assertEquals(List.of(), SameNames.of(office, office));
            matched += same.size();
        }
        assertTrue(matched > OFFICES, "matched: " + matched);
    }

    @Test
    void nothingGoesThatIsNeededAndNothingComesThatNeedsWhatIsNotThere() {
        Random random = new Random(13);
        int needed = 0;
        for (int i = 0; i < OFFICES; i++) {
            Office office = Offices.random(random);
            for (Item item : office.items()) {
                List<Item> needing = office.dependents(item.reference());
                // By a walk over all items instead of the index.
                List<Item> walked = office.items().stream()
                        .filter(other -> other.needs().stream()
                                .anyMatch(need -> need.what().equals(item.reference())))
                        .toList();
                assertEquals(walked, needing);
                List<Change> removal = List.of(new Change.Remove(item.reference()));
                boolean onlyItsPart = needing.stream()
                        .allMatch(other -> other.partOf().equals(java.util.Optional.of(item.reference())));
                if (onlyItsPart) {
                    assertTrue(office.apply(removal).find(item.reference()).isEmpty());
                } else {
                    needed++;
                    assertThrows(StillNeeded.class, () -> office.apply(removal));
                    List<Change> needingIt = List.of(new Change.Put(needing.get(0)));
                    assertThrows(Invalid.class, () -> Office.EMPTY.apply(needingIt));
                }
            }
        }
        assertTrue(needed > OFFICES, "enough were needed: " + needed);
    }

    @ParameterizedTest
    @EnumSource(OfficeFormat.class)
    void aFileHoldsTheWholeSetUp(OfficeFormat format) {
        Random random = new Random(14);
        for (int i = 0; i < OFFICES / 3; i++) {
            Office office = Offices.random(random);
            assertEquals(office, format.read(format.write(office)));
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "null",
                "[1",
                "format: other",
                "{\"format\": \"inky-courier-office\", \"jobz\": []}",
                "a: &a [*a]"
            })
    void whatIsNoSetUpIsToldSo(String text) {
        assertThrows(Invalid.class, () -> OfficeFormat.YAML.read(text));
        assertThrows(Invalid.class, () -> OfficeFormat.JSON.read(text));
    }

    /** Whatever line of a file somebody loses, they are told in words, and of which item. */
    @Test
    void aFileThatLacksAnyLineIsReadOrRefusedInWords() {
        Random random = new Random(15);
        int refused = 0;
        for (int i = 0; i < 20; i++) {
            List<String> lines = new ArrayList<>(
                    OfficeFormat.YAML.write(Offices.random(random)).lines().toList());
            lines.remove(2 + random.nextInt(lines.size() - 2));
            for (int k = 0; k < 10; k++) {
                List<String> fewer = new ArrayList<>(lines);
                fewer.remove(2 + random.nextInt(fewer.size() - 2));
                try {
                    OfficeFormat.YAML.read(String.join("\n", fewer));
                } catch (Invalid e) {
                    refused++;
                    assertTrue(e.problems().get(0).sentence().toString().endsWith("."), e.getMessage());
                }
            }
        }
        assertTrue(refused > 50, "enough were refused: " + refused);
    }

    // YAML 1.2.2 section 7.1: other programs write an alias where a value stands twice
    @Test
    void aliasesAreFollowedAndBounded() {
        String head = "format: inky-courier-office\nnames:\n";
        String first = "- {id: 00000000-0000-0001-0000-000000000001, name: A, template: &t '{date}'}\n";
        Office office = OfficeFormat.YAML.read(
                head + first + "- {id: 00000000-0000-0001-0000-000000000002, name: B, template: *t}\n");
        assertEquals(
                List.of("{date}", "{date}"),
                office.all(NameItem.class).stream().map(NameItem::template).toList());
        StringBuilder many = new StringBuilder(head + first + "panels:\n");
        for (int i = 0; i < 200; i++) {
            String places = i == 0 ? "&p {}" : "*p";
            many.append("- {id: 00000000-0000-0002-0000-%012d, places: %s}\n".formatted(i, places));
        }
        String noDevice = assertThrows(Invalid.class, () -> OfficeFormat.YAML.read(many.toString()))
                .problems()
                .get(0)
                .sentence()
                .toString();
        assertTrue(noDevice.contains("There is no such device"), noDevice);
        StringBuilder laughs = new StringBuilder("a0: &a0 [x, x, x, x, x, x, x, x, x, x]\n");
        for (int i = 1; i < 12; i++) {
            String one = "*a" + (i - 1);
            laughs.append("a" + i + ": &a" + i + " [" + String.join(", ", Collections.nCopies(10, one)) + "]\n");
        }
        assertThrows(Invalid.class, () -> OfficeFormat.YAML.read(laughs.toString()));
    }

    @Test
    void whatIsWrongIsToldWithItsLine() {
        String text =
                "format: inky-courier-office\ndevices:\n- id: 00000000-0000-0002-0000-000000000001\n  name: Bridge\n";
        assertEquals("Line 3: The value \u201chost\u201d is missing.", told(text));
        assertTrue(told("format: inky-courier-office\njobz: []\n").contains("\u201cjobz\u201d in line 2"));
        assertTrue(told("format: inky-courier-office\njobs: [\n").startsWith("The set-up is not valid YAML in line "));
        assertEquals(
                "The set-up is not valid YAML.",
                told("!!python/object/apply:os.system [ls]").replace(" in line 1", ""));
    }

    private static String told(String text) {
        return assertThrows(Invalid.class, () -> OfficeFormat.YAML.read(text))
                .problems()
                .get(0)
                .sentence()
                .toString();
    }

    /** Earlier versions had recipients, folder, link and mail beside each other. */
    @Test
    void whatAnEarlierVersionExportedIsRead() {
        Random random = new Random(18);
        JsonMapper mapper = new JsonMapper();
        for (int i = 0; i < 10; i++) {
            Office office = Offices.random(random);
            JsonNode file = mapper.readTree(OfficeFormat.JSON.write(office));
            file.path("destinations").forEach(destination -> asEarlier((ObjectNode) destination));
            assertEquals(office, OfficeFormat.JSON.read(file.toString()));
        }
    }

    private static void asEarlier(ObjectNode destination) {
        ObjectNode settings = (ObjectNode) destination.remove("settings");
        JsonNode recipients = settings.remove("recipients");
        destination.set("recipients", recipients == null ? destination.arrayNode() : recipients);
        if (settings.has("path")) {
            destination.set("folder", settings);
        } else if (settings.has("days")) {
            destination.set("link", settings);
        } else if (settings.has("copies")) {
            destination.set("mail", settings);
        }
    }

    @Test
    void twoOfOneNameAreRefused() {
        NameItem one = new NameItem(new UUID(1, 1), "By date", "{date}");
        Office office = Office.EMPTY.apply(List.of(new Change.Put(one)));
        List<Change> second = List.of(new Change.Put(new NameItem(new UUID(1, 2), "By date", "{counter}")));
        assertEquals(
                "name",
                assertThrows(Invalid.class, () -> office.apply(second))
                        .problems()
                        .get(0)
                        .field());
    }

    /** Whichever of the two comes later: the job, or the inbox; and whichever destination leads there. */
    @Test
    void whatIsDeliveredIntoAnInboxIsRefused() {
        UUID profile = Offices.id(ItemKind.PROFILE, 1);
        UUID name = Offices.id(ItemKind.NAME, 1);
        DestinationItem share = folder(1, "scans");
        DestinationItem same = folder(2, "/scans/from devices/today");
        Office office = Office.EMPTY.apply(Stream.of(
                        new ProfileItem(
                                profile,
                                "Usual",
                                new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF)),
                        new NameItem(name, "Day", "{date}"),
                        share,
                        same)
                .<Change>map(Change.Put::new)
                .toList());
        InboxItem inbox = new InboxItem(
                Offices.id(ItemKind.INBOX, 1), "Old copier", "", share.id(), "from devices", null, null, null);
        JobItem beside = job(1, profile, name, share);
        JobItem into = job(2, profile, name, same);
        Office watched = office.apply(List.of(new Change.Put(inbox), new Change.Put(beside)));
        Invalid circle = assertThrows(Invalid.class, () -> watched.apply(List.of(new Change.Put(into))));
        assertEquals("inbox.circle", circle.problems().get(0).code());
        Office saving = office.apply(List.of(new Change.Put(into)));
        assertThrows(Invalid.class, () -> saving.apply(List.of(new Change.Put(inbox))));
        Office elsewhere = office.apply(
                List.of(new Change.Put(inbox), new Change.Put(folder(2, "archive")), new Change.Put(into)));
        assertThrows(Invalid.class, () -> elsewhere.apply(List.of(new Change.Put(same))));
    }

    private static JobItem job(int i, UUID profile, UUID name, DestinationItem to) {
        return JobItem.usual(
                Offices.id(ItemKind.JOB, i),
                "Job " + i,
                profile,
                name,
                List.of(new JobItem.Target(to.id(), List.of())));
    }

    private static DestinationItem folder(int i, String path) {
        FolderSettings blank = FolderSettings.BLANK;
        FolderSettings settings = new FolderSettings(
                "files.example",
                0,
                "office",
                path,
                "courier",
                "",
                blank.encryption(),
                blank.certificateCheck(),
                "",
                true,
                false,
                blank.whenTaken(),
                true,
                blank.sidecar(),
                4,
                blank.consent(),
                false,
                false);
        return new DestinationItem(
                Offices.id(ItemKind.DESTINATION, i), "Share " + i, DestinationKind.SMB, null, settings, null);
    }
}

package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.job.Notify;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.office.Reference;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.preflight.Surroundings.People;
import inky.courier.core.preflight.Surroundings.Probe;
import inky.courier.core.preflight.Surroundings.Reading;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** An office in which nothing is wrong, and one thing at a time that is: that is found, and nothing else. */
class WholeOfficeTest {
    private static final Instant NOW = Instant.parse("2026-11-28T09:00:00Z");
    private static final UUID DEVICE = new UUID(2, 1);
    private static final UUID SERVER = new UUID(3, 1);
    private static final UUID TO_ME = new UUID(4, 1);
    private static final UUID FOLDER = new UUID(4, 2);
    private static final UUID PROFILE = new UUID(5, 1);
    private static final UUID NAME = new UUID(6, 1);
    private static final UUID JOB = new UUID(7, 1);

    /** What is changed about the sound office. */
    private static final class World {
        final List<Change> changes = new ArrayList<>();
        People people = new People(12, 0, 0);
        int administrators = 2;
        final Set<UUID> secrets = new HashSet<>(Set.of(SERVER, FOLDER));
        final Map<UUID, Probe> probes = new HashMap<>(Map.of(
                SERVER, new Probe(true, Optional.of(NOW.plus(Duration.ofDays(200)))),
                FOLDER, new Probe(true, Optional.empty())));
        final Map<UUID, DeviceAbilities> devices = new HashMap<>(Map.of(DEVICE, device(50)));
        Reading reading = new Reading(Set.of("eng"), true, true);
        List<Message> notMade = List.of();
        Map<UUID, Message> directories = Map.of();

        void put(Item item) {
            changes.add(new Change.Put(item));
        }

        void remove(ItemKind kind, UUID id) {
            changes.add(new Change.Remove(new Reference(kind, id)));
        }

        WholeOffice office() {
            return new WholeOffice(
                    sound().apply(changes),
                    new Surroundings(
                            NOW, people, administrators, secrets, probes, devices, reading, notMade, directories));
        }
    }

    private static final UUID DIRECTORY = new UUID(9, 1);

    private static DirectoryItem directory() {
        return new DirectoryItem(
                DIRECTORY,
                "Directory",
                "directory.example",
                636,
                Encryption.TLS,
                CertificateCheck.MUST_BE_VALID,
                "",
                "",
                "dc=office,dc=example",
                "(objectClass=inetOrgPerson)",
                DirectoryItem.Attributes.USUAL,
                "",
                "",
                List.of(),
                DirectoryItem.TakesPeople.BY_HAND,
                "",
                true);
    }

    private record Case(String code, Consumer<World> wrong) {
        @Override
        public String toString() {
            return code;
        }
    }

    static Stream<Case> cases() {
        return Stream.of(
                new Case("job.on-no-panel", w -> w.put(job(2, "Tide table", FOLDER))),
                new Case("job.looks-alike", w -> {
                    w.put(job(2, "Berth permits, old", FOLDER));
                    w.put(panel(JOB, new UUID(7, 2)));
                }),
                new Case("job.does-the-same", w -> {
                    w.put(job(2, "Something else", TO_ME, FOLDER));
                    w.put(panel(JOB, new UUID(7, 2)));
                }),
                new Case(
                        "job.kinds-together",
                        w -> w.put(JobItem.usual(
                                        JOB,
                                        "Berth permit",
                                        PROFILE,
                                        NAME,
                                        List.of(
                                                new JobItem.Target(TO_ME, List.of()),
                                                new JobItem.Target(FOLDER, List.of("RECEIPT"))))
                                .with(job -> job.icon = "permit"))),
                new Case("job.same-place-twice", w -> {
                    w.put(destination(3, "Again", DestinationKind.SFTP, folder("register"), null));
                    w.secrets.add(new UUID(4, 3));
                    w.probes.put(new UUID(4, 3), new Probe(true, Optional.empty()));
                    w.put(job(1, "Berth permit", TO_ME, FOLDER, new UUID(4, 3)));
                }),
                new Case(
                        "job.personal-destination",
                        w -> w.put(
                                destination(2, "Register", DestinationKind.SFTP, folder("register"), new UUID(9, 9)))),
                new Case(
                        "job.guests-off",
                        w -> w.put(job(1, "Berth permit", FOLDER, TO_ME).with(job -> job.guests = true))),
                new Case("job.guests-cannot", w -> {
                    w.put(lettingGuests(sound().settings()));
                    w.put(job(1, "Berth permit", FOLDER, TO_ME).with(job -> job.guests = true));
                }),
                new Case("job.no-recipient", w -> {
                    w.put(destination(
                            1,
                            "To somebody",
                            DestinationKind.MAIL_CHOSEN,
                            new MailSettings(List.of(), List.of(), false, false),
                            null));
                    w.people = new People(3, 0, 3);
                }),
                new Case("job.nobody-notifies", w -> {
                    w.put(JobItem.usual(
                                    JOB, "Berth permit", PROFILE, NAME, List.of(new JobItem.Target(FOLDER, List.of())))
                            .with(job -> {
                                job.icon = "permit";
                                job.notifyWhen = Notify.ALWAYS;
                            }));
                    w.remove(ItemKind.DESTINATION, TO_ME);
                    w.remove(ItemKind.MAIL_SERVER, SERVER);
                }),
                new Case(
                        "job.language-missing",
                        w -> w.put(scanning(Map.of("files.searchable", true, "files.languages", List.of("cym"))))),
                new Case("job.speech-missing", w -> {
                    w.put(scanning(Map.of("files.type", "spoken")));
                    w.reading = new Reading(Set.of("eng"), true, false);
                }),
                new Case("device.no-place name.place-empty", w -> {
                    w.put(new NameItem(NAME, "By place", "{device.place} {counter}"));
                    w.put(new DeviceItem(new UUID(2, 2), "Yard", "", "", "192.0.2.9", 631, 60, "", DeviceProtocol.IPP));
                    w.devices.put(new UUID(2, 2), device(50));
                    w.put(new PanelItem(new UUID(2, 2), new TreeMap<>(Map.of(1, JOB))));
                }),
                new Case("name.mail-empty", w -> {
                    w.put(new NameItem(NAME, "By mail", "{person.mail} {counter}"));
                    w.people = new People(12, 0, 4);
                    w.put(job(1, "Berth permit", FOLDER));
                    w.remove(ItemKind.DESTINATION, TO_ME);
                    w.remove(ItemKind.MAIL_SERVER, SERVER);
                }),
                new Case("profile.unused", w -> w.put(new ProfileItem(new UUID(5, 2), "Other", scan(300)))),
                new Case("profile.same", w -> {
                    w.put(new ProfileItem(new UUID(5, 2), "Other", scan(200)));
                    w.put(JobItem.usual(
                                    new UUID(7, 2),
                                    "Tide table",
                                    new UUID(5, 2),
                                    NAME,
                                    List.of(new JobItem.Target(FOLDER, List.of())))
                            .with(job -> job.icon = "waves"));
                    w.put(panel(JOB, new UUID(7, 2)));
                }),
                new Case("name.unused", w -> w.put(new NameItem(new UUID(6, 2), "Other", "{date} {counter}"))),
                new Case("destination.unused", w -> {
                    w.put(destination(3, "Other", DestinationKind.SFTP, folder("other"), null));
                    w.secrets.add(new UUID(4, 3));
                }),
                new Case("mail-server.unused", w -> {
                    w.put(server(2, 587, Encryption.STARTTLS));
                    w.secrets.add(new UUID(3, 2));
                }),
                new Case("mail-server.port", w -> w.put(server(1, 465, Encryption.STARTTLS))),
                new Case("way.no-password", w -> w.secrets.remove(FOLDER)),
                new Case("way.never-tried", w -> w.probes.remove(SERVER)),
                new Case("way.failed", w -> w.probes.put(FOLDER, new Probe(false, Optional.empty()))),
                new Case(
                        "way.certificate",
                        w -> w.probes.put(SERVER, new Probe(true, Optional.of(NOW.plus(Duration.ofDays(29)))))),
                new Case("device.no-jobs", w -> {
                    w.put(new DeviceItem(
                            new UUID(2, 2), "Yard", "Yard", "", "192.0.2.9", 631, 60, "", DeviceProtocol.IPP));
                    w.devices.put(new UUID(2, 2), device(50));
                }),
                new Case("device.small-feeder", w -> w.devices.put(DEVICE, device(5))),
                new Case(
                        "device.never-answered",
                        w -> w.put(new DeviceItem(
                                new UUID(2, 2), "Yard", "Yard", "", "192.0.2.9", 631, 60, "", DeviceProtocol.IPP))),
                new Case(
                        "device.no-place",
                        w -> w.put(new DeviceItem(
                                DEVICE, "Landing", "", "", "192.0.2.1", 631, 60, "", DeviceProtocol.IPP))),
                new Case(
                        "job.zone-missing",
                        w -> w.put(new NameItem(NAME, "Day and counter", "{zone.bill} {date} {counter:4}"))),
                new Case(
                        "job.answer-not-asked",
                        w -> w.put(new NameItem(NAME, "Day and counter", "{answer.berth} {date} {counter:4}"))),
                new Case(
                        "job.nobody-may-use",
                        w -> w.put(job(1, "Berth permit", TO_ME, FOLDER).with(job -> job.groups = List.of("Divers")))),
                new Case("people.nobody", w -> w.people = new People(0, 0, 0)),
                new Case("people.no-pin", w -> w.people = new People(12, 3, 0)),
                new Case("people.no-mail", w -> w.people = new People(12, 0, 1)),
                new Case("office.one-administrator", w -> w.administrators = 1),
                new Case("directory.not-taken", w -> {
                    w.put(directory());
                    w.directories = Map.of(DIRECTORY, Message.text("It does not answer"));
                }),
                new Case("office.change-not-made", w -> w.notMade = List.of(Message.text("Copy the panel"))),
                new Case("office.open-address", w -> {
                    w.put(OfficeSettings.USUAL.with(settings -> settings.address = "http://scans.example"));
                    w.put(JobItem.usual(
                                    JOB,
                                    "Berth permit",
                                    PROFILE,
                                    NAME,
                                    List.of(
                                            new JobItem.Target(TO_ME, List.of()),
                                            new JobItem.Target(FOLDER, List.of())))
                            .with(job -> {
                                job.icon = "permit";
                                job.whenTooLarge = WhenTooLarge.LINK;
                            }));
                }),
                new Case(
                        "office.nothing-kept",
                        w -> w.put(OfficeSettings.USUAL.with(settings -> settings.keepAcceptedHours = 0))));
    }

    @Test
    void inASoundOfficeNothingIsFound() {
        assertEquals(List.of(), Preflight.check(new World().office()));
    }

    @ParameterizedTest
    @MethodSource("cases")
    void whatIsWrongIsFoundAndNothingElseAndWhatMendsItDoes(Case one) {
        World world = new World();
        one.wrong.accept(world);
        WholeOffice office = world.office();
        List<Finding> found = Preflight.check(office);
        assertEquals(
                List.of(one.code.split(" ")),
                found.stream().map(Finding::code).distinct().toList());
        for (Finding finding : found) {
            assertFalse(
                    finding.sentence().toString().contains("{"),
                    finding.sentence().toString());
            List<Change> fix = Preflight.fix(office, finding);
            assertEquals(finding.mends(), !fix.isEmpty(), "it says whether it can be mended");
            if (finding.mends()) {
                assertEquals(
                        List.of(),
                        Preflight.check(new WholeOffice(office.office().apply(fix), office.around())));
            }
        }
    }

    /** At least 40, as the office was promised: these, and those of a job at a device. */
    @Test
    void everyCheckHasACase() {
        long codes = cases().map(Case::code).distinct().count();
        assertEquals(cases().count(), codes);
        assertTrue(codes >= 31, "cases: " + codes);
    }

    private static Office sound() {
        return Office.EMPTY.apply(Stream.of(
                        new DeviceItem(
                                DEVICE, "Landing", "Marram Landing", "", "192.0.2.1", 631, 60, "", DeviceProtocol.IPP),
                        server(1, 587, Encryption.STARTTLS),
                        destination(1, "Mail to me", DestinationKind.MAIL_TO_ME, MailSettings.USUAL, null),
                        destination(2, "Register", DestinationKind.SFTP, folder("register"), null),
                        new ProfileItem(PROFILE, "Usual", scan(200)),
                        new NameItem(NAME, "Counter", "{date} {counter}"),
                        job(1, "Berth permit", TO_ME, FOLDER),
                        panel(JOB))
                .<Change>map(Change.Put::new)
                .toList());
    }

    private static ScanProfile scan(int dpi) {
        return new ScanProfile(ColourMode.GREY, new Resolution(dpi), Sides.ONE, FileType.PDF);
    }

    private static MailServerItem server(int i, int port, Encryption encryption) {
        return new MailServerItem(
                new UUID(3, i),
                "Post " + i,
                "mail.example",
                port,
                encryption,
                CertificateCheck.MUST_BE_VALID,
                "",
                MailSignIn.PASSWORD,
                "scans@ferry.example",
                "scans@ferry.example",
                false,
                25,
                "",
                "");
    }

    private static FolderSettings folder(String path) {
        FolderSettings b = FolderSettings.BLANK;
        return new FolderSettings(
                "files.example",
                22,
                "",
                path,
                "courier",
                "",
                Encryption.NONE,
                CertificateCheck.MUST_BE_VALID,
                "",
                true,
                false,
                b.whenTaken(),
                true,
                b.sidecar(),
                4,
                b.consent(),
                false,
                false);
    }

    private static DestinationItem destination(
            int i, String name, DestinationKind kind, DestinationSettings settings, UUID owner) {
        UUID through = kind.isMail() ? SERVER : DestinationItem.NOTHING;
        return new DestinationItem(
                new UUID(4, i), name, kind, through, settings, owner == null ? DestinationItem.NOTHING : owner);
    }

    private static OfficeSettings lettingGuests(OfficeSettings of) {
        return of.with(settings ->
                settings.panelSignIn = new PanelSignIn(PanelSignIn.Way.PIN, 6, false, false, 0, true, false));
    }

    private static JobItem job(int i, String name, UUID... to) {
        return JobItem.usual(
                        new UUID(7, i),
                        name,
                        PROFILE,
                        NAME,
                        Arrays.stream(to)
                                .map(id -> new JobItem.Target(id, List.of()))
                                .toList())
                .with(job -> job.icon = "permit");
    }

    private static JobItem scanning(Map<String, Object> changes) {
        return job(1, "Berth permit", TO_ME, FOLDER).withChanges(new ProfileDifference(changes));
    }

    private static PanelItem panel(UUID... jobs) {
        TreeMap<Integer, UUID> places = new TreeMap<>();
        for (UUID job : jobs) {
            places.put(places.size() + 1, job);
        }
        return new PanelItem(DEVICE, places);
    }

    private static DeviceAbilities device(int sheets) {
        return new DeviceAbilities(
                "Alder M30", true, true, sheets, true, true, List.of(200, 300), List.of(), 9, false, true, true, true);
    }
}

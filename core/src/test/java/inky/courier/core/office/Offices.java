package inky.courier.core.office;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.AlertWeight;
import inky.courier.core.alert.RuleSetting;
import inky.courier.core.alert.WatchHours;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.contact.DirectEntry;
import inky.courier.core.contact.RecipientRules;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.intake.FileIntake;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.job.Asked;
import inky.courier.core.job.Asking;
import inky.courier.core.job.JobPicture;
import inky.courier.core.job.KindsOfPaper;
import inky.courier.core.job.Question;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.job.Zone;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.media.Resolution;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.report.ReportBy;
import inky.courier.core.report.ReportMail;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.DayOfWeek;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import javax.imageio.ImageIO;

/** Draws offices that keep the rules, of items from a small stock, so that two of them have much in common. */
public final class Offices {
    private static final int STOCK = 6;

    private Offices() {}

    private static RecipientRules recipientRules(Random random) {
        DirectEntry entry = new DirectEntry(
                DirectEntry.Mode.values()[random.nextInt(3)], List.of("quay" + random.nextInt(3) + ".example"));
        return new RecipientRules(
                entry,
                random.nextBoolean() ? Map.of() : Map.of("Crew", DirectEntry.NONE),
                1 + random.nextInt(100),
                random.nextBoolean());
    }

    public static Office random(Random random) {
        List<Item> items = new ArrayList<>();
        items.add(new OfficeSettings(
                "Harbour " + random.nextInt(3),
                24,
                30,
                "https://scans.example",
                "",
                400,
                "de",
                panelSignIn(random),
                recipientRules(random),
                new HelpDesk(
                        random.nextBoolean() ? "" : "0" + random.nextInt(90),
                        random.nextBoolean() ? "" : "help@wherrymoor.example"),
                new MailIntake(
                        random.nextBoolean(),
                        1 + random.nextInt(65_535),
                        "scans" + random.nextInt(3) + ".wherrymoor.example",
                        List.of("192.0.2." + random.nextInt(256), "198.51.100.0/24"),
                        random.nextBoolean(),
                        random.nextBoolean(),
                        random.nextBoolean() ? "" : "copier" + random.nextInt(9)),
                new FileIntake(
                        random.nextBoolean(),
                        1 + random.nextInt(30_000),
                        random.nextBoolean(),
                        30_001 + random.nextInt(30_000),
                        random.nextBoolean(),
                        random.nextBoolean() ? "" : "50000-50099",
                        List.of("198.51.100.0/24")),
                new SnmpAccess(
                        SnmpAccess.Version.values()[random.nextInt(3)],
                        1 + random.nextInt(65_535),
                        "courier" + random.nextInt(3),
                        SnmpAccess.Authentication.values()[random.nextInt(3)],
                        SnmpAccess.Privacy.values()[random.nextInt(3)]),
                alerts(random),
                new ReportMail(
                        random.nextBoolean() ? List.of() : List.of("desk@wherrymoor.example"),
                        List.of(ReportBy.values()[random.nextInt(ReportBy.values().length)]))));
        List<UUID> devices = new ArrayList<>();
        List<UUID> servers = new ArrayList<>();
        for (int i = 0; i < STOCK; i++) {
            if (random.nextBoolean()) {
                devices.add(id(ItemKind.DEVICE, i));
                items.add(new DeviceItem(
                        id(ItemKind.DEVICE, i),
                        "Device " + i,
                        "Quay " + random.nextInt(2),
                        "",
                        "192.0.2." + i,
                        631,
                        60,
                        random.nextBoolean() ? "" : "fr",
                        DeviceProtocol.IPP));
            }
            if (random.nextBoolean()) {
                servers.add(id(ItemKind.MAIL_SERVER, i));
                items.add(server(i, 10 * random.nextInt(3)));
            }
        }
        if (random.nextBoolean()) {
            items.add(directory(random));
        }
        List<UUID> folders = new ArrayList<>();
        if (random.nextBoolean()) {
            folders.add(id(ItemKind.SHELF_FOLDER, 0));
            items.add(new ShelfFolderItem(
                    id(ItemKind.SHELF_FOLDER, 0),
                    "Forms",
                    ShelfFolderItem.Reach.values()[random.nextInt(2)],
                    DestinationItem.NOTHING,
                    random.nextBoolean(),
                    random.nextInt(3)));
        }
        if (random.nextBoolean()) {
            items.add(new FirmwareItem(
                    id(ItemKind.FIRMWARE, 0),
                    "Alder M30",
                    "2.10." + random.nextInt(3),
                    random.nextBoolean() ? List.of() : List.of("2.9.4", "2.8")));
        }
        List<UUID> destinations = new ArrayList<>();
        for (int i = 0; i < STOCK; i++) {
            DestinationKind way = DestinationKind.values()[random.nextInt(DestinationKind.values().length)];
            UUID through = way == DestinationKind.PRINTER
                    ? any(devices, random)
                    : way == DestinationKind.SHELF_FOLDER ? any(folders, random) : any(servers, random);
            if (!way.through().isPresent() || through != null) {
                destinations.add(id(ItemKind.DESTINATION, i));
                items.add(destination(i, way, through));
            }
        }
        UUID profile = id(ItemKind.PROFILE, random.nextInt(STOCK));
        UUID name = id(ItemKind.NAME, random.nextInt(STOCK));
        items.add(new ProfileItem(profile, "Profile " + profile.getLeastSignificantBits(), profile(random)));
        items.add(new NameItem(
                name, "Name " + name.getLeastSignificantBits(), random.nextBoolean() ? "{date}" : "{date} {counter}"));
        List<UUID> jobs = new ArrayList<>();
        for (int i = 0; i < STOCK && !destinations.isEmpty(); i++) {
            jobs.add(id(ItemKind.JOB, i));
            items.add(job(i, profile, name, any(destinations, random), random));
        }
        for (int i = 0; i < STOCK; i++) {
            items.add(inbox(
                    i, random.nextBoolean() ? List.of() : devices, random.nextBoolean() ? List.of() : jobs, random));
        }
        if (!devices.isEmpty() && !jobs.isEmpty()) {
            TreeMap<Integer, UUID> places = new TreeMap<>();
            places.put(1 + random.nextInt(3), any(jobs, random));
            int start = random.nextBoolean() ? places.firstKey() : 0;
            items.add(new PanelItem(any(devices, random), places, start));
            items.add(new PanelPlanItem(
                    id(ItemKind.PANEL_PLAN, random.nextInt(2)),
                    "Plan " + random.nextInt(2),
                    random.nextBoolean() ? PanelPlanItem.Scope.OFFICE : PanelPlanItem.Scope.PLACE,
                    "Quay " + random.nextInt(2),
                    places,
                    start));
        }
        return Office.EMPTY.apply(items.stream().<Change>map(Change.Put::new).toList());
    }

    static UUID id(ItemKind kind, int number) {
        return new UUID(kind.ordinal() + 1, number);
    }

    private static DirectoryItem directory(Random random) {
        return new DirectoryItem(
                id(ItemKind.DIRECTORY, 0),
                "Directory",
                "directory.example",
                389,
                Encryption.STARTTLS,
                CertificateCheck.MUST_BE_VALID,
                "",
                random.nextBoolean() ? "" : "cn=reader,dc=office,dc=example",
                "dc=office,dc=example",
                "(objectClass=inetOrgPerson)",
                DirectoryItem.Attributes.USUAL,
                random.nextBoolean() ? "" : "memberOf",
                "(objectClass=groupOfNames)",
                random.nextBoolean() ? List.of() : List.of("Crew", "Harbour master"),
                DirectoryItem.TakesPeople.values()[random.nextInt(3)],
                "05:30",
                random.nextBoolean());
    }

    private static InboxItem inbox(int i, List<UUID> devices, List<UUID> jobs, Random random) {
        return new InboxItem(
                id(ItemKind.INBOX, i),
                "Inbox " + i,
                "device-" + i,
                null,
                "",
                any(devices, random),
                any(jobs, random),
                random.nextBoolean() ? null : new UUID(9, i));
    }

    private static MailServerItem server(int i, int limit) {
        return new MailServerItem(
                id(ItemKind.MAIL_SERVER, i),
                "Server " + i,
                "mail.example",
                587,
                Encryption.STARTTLS,
                CertificateCheck.MUST_BE_VALID,
                "",
                MailSignIn.NONE,
                "",
                "scans@ferry.example",
                false,
                limit,
                "",
                "");
    }

    private static DestinationItem destination(int i, DestinationKind way, UUID through) {
        String host =
                way == DestinationKind.WEBDAV || way == DestinationKind.CLOUD ? "https://f.example/" : "f.example";
        var consent = new inky.courier.core.destination.ConsentSettings(
                "https://f.example/c", "https://f.example/t", "", "courier", "");
        FolderSettings blank = FolderSettings.BLANK;
        FolderSettings folder = new FolderSettings(
                host,
                0,
                "files",
                "in/{person.login}",
                "courier",
                "",
                Encryption.NONE,
                CertificateCheck.MUST_BE_VALID,
                "",
                true,
                false,
                blank.whenTaken(),
                true,
                blank.sidecar(),
                4,
                consent,
                false,
                false);
        return new DestinationItem(
                id(ItemKind.DESTINATION, i),
                "Destination " + i,
                way,
                through,
                way.hasFolderSettings()
                        ? folder
                        : way.isMail()
                                ? MailSettings.USUAL.to(List.of("desk@ferry.example", " desk@ferry.example "))
                                : way.usual(),
                DestinationItem.NOTHING);
    }

    private static ScanProfile profile(Random random) {
        FileType type = FileType.values()[random.nextInt(FileType.values().length)];
        return new ScanProfile(
                ColourMode.values()[random.nextInt(ColourMode.values().length)],
                new Resolution(200 + 100 * random.nextInt(2)),
                Sides.ONE,
                new ScanInput(PaperSource.values()[random.nextInt(2)], random.nextBoolean() ? "" : "iso_a5_148x210mm"),
                Tone.USUAL,
                Tidy.NONE,
                Grouping.ONE_FILE,
                FileSettings.of(type));
    }

    /** What a job may have otherwise than any of these profiles. */
    private static final List<ProfileDifference> CHANGES = List.of(
            ProfileDifference.NONE,
            new ProfileDifference(Map.of("dpi", 600, "files.languages", List.of("deu", "fra"))),
            new ProfileDifference(Map.of("tidy.marginMm", 2.5, "tidy.crop", true, "colour", "grey")));

    private static final List<Asking> ASKS = List.of(
            Asking.NOTHING,
            new Asking(
                    Asked.OPTIONAL,
                    Asked.REQUIRED,
                    Asked.NO,
                    true,
                    Map.of("colour", List.of("grey", "colour"), "tidy.straighten", List.of(true)),
                    List.of(
                            new Question(
                                    "day", "Day", Question.Type.DATE, true, "today", List.of(), Map.of("de", "Tag")),
                            new Question(
                                    "berth",
                                    "Berth: \"which\"",
                                    Question.Type.CHOICE,
                                    false,
                                    "007",
                                    List.of(new Question.Listed("007", "no"), new Question.Listed("3.10", ""))))));

    private static final String PICTURE = picture();

    private static String picture() {
        try {
            ByteArrayOutputStream file = new ByteArrayOutputStream();
            ImageIO.write(new BufferedImage(300, 200, BufferedImage.TYPE_3BYTE_BGR), "jpeg", file);
            return JobPicture.of(file.toByteArray());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static JobItem job(int i, UUID profile, UUID name, UUID to, Random random) {
        List<String> kinds = random.nextBoolean() ? List.of() : Arrays.asList("RECEIPT", KindsOfPaper.REST);
        return JobItem.usual(id(ItemKind.JOB, i), "Job " + i, profile, name, List.of(new JobItem.Target(to, kinds)))
                .with(job -> {
                    job.whenTooLarge = WhenTooLarge.values()[random.nextInt(WhenTooLarge.values().length)];
                    job.changes = CHANGES.get(random.nextInt(CHANGES.size()));
                    job.asks = ASKS.get(random.nextInt(ASKS.size()));
                    job.zones = random.nextBoolean()
                            ? List.of()
                            : List.of(new Zone("bill", 1 + random.nextInt(3), 10.5, 20, 60, 8.2, Zone.Reads.NUMBER));
                    job.labels = random.nextBoolean() ? Map.of() : Map.of("de", "Auftrag " + i, "fr", "T\u00e2che");
                    job.picture = random.nextBoolean() ? "" : PICTURE;
                    job.people = random.nextBoolean() ? List.of() : List.of(new UUID(9, i), new UUID(9, 77));
                    job.groups = random.nextBoolean() ? List.of() : List.of("Crew", "Office, north");
                });
    }

    private static <T> T any(List<T> of, Random random) {
        return of.isEmpty() ? null : of.get(random.nextInt(of.size()));
    }

    private static PanelSignIn panelSignIn(Random random) {
        PanelSignIn.Way way = PanelSignIn.Way.values()[random.nextInt(3)];
        return new PanelSignIn(
                way,
                4 + random.nextInt(5),
                random.nextBoolean(),
                random.nextBoolean(),
                90,
                random.nextBoolean(),
                random.nextBoolean());
    }

    private static AlertSettings alerts(Random random) {
        List<RuleSetting> rules = new ArrayList<>();
        for (AlertRule rule : AlertRule.values()) {
            if (random.nextInt(3) == 0) {
                int from = random.nextInt(23);
                rules.add(new RuleSetting(
                        rule,
                        rule.isOfPlaces() && random.nextBoolean() ? "Quay " + random.nextInt(2) : "",
                        random.nextBoolean(),
                        AlertWeight.values()[random.nextInt(3)],
                        rule.least() + random.nextInt(rule.most() - rule.least() + 1),
                        new WatchHours(
                                List.of(DayOfWeek.of(1 + random.nextInt(7)), DayOfWeek.SUNDAY),
                                from,
                                from + 1 + random.nextInt(24 - from))));
            }
        }
        List<String> emails =
                random.nextBoolean() ? List.of() : List.of("keeper" + random.nextInt(3) + "@wherrymoor.example");
        return new AlertSettings(
                rules, emails, random.nextInt(24), random.nextBoolean() ? "" : "https://hooks.wherrymoor.example/a");
    }
}

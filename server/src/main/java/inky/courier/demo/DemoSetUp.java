package inky.courier.demo;

import inky.courier.addressbook.AddressBook;
import inky.courier.connection.ProbeReport;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.contact.DirectEntry;
import inky.courier.core.contact.RecipientRules;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceMode;
import inky.courier.core.fleet.DeviceWishes;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.intake.FileIntake;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.job.Asked;
import inky.courier.core.job.Asking;
import inky.courier.core.job.Notify;
import inky.courier.core.job.Question;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.HelpDesk;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.people.Pin;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.report.ReportMail;
import inky.courier.destination.DestinationForm;
import inky.courier.destination.DestinationService;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceForm;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.directory.Directories;
import inky.courier.directory.Directories.DirectoryForm;
import inky.courier.firmware.FirmwareVersions;
import inky.courier.intake.inbox.Inboxes;
import inky.courier.intake.inbox.Inboxes.InboxForm;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobForm;
import inky.courier.job.JobService.JobView;
import inky.courier.mail.MailServers;
import inky.courier.mail.MailServers.MailServerForm;
import inky.courier.naming.NamingService;
import inky.courier.naming.NamingService.NameForm;
import inky.courier.panel.PanelPlaces;
import inky.courier.panel.PanelPlans;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonForm;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.people.Pins;
import inky.courier.profile.ProfileService;
import inky.courier.profile.ProfileService.ProfileForm;
import inky.courier.settings.Settings;
import inky.courier.settings.SettingsSecret;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Sets the demo office up through the same services as the desk. */
@Component
@Profile("demo")
class DemoSetUp {
    private static final Tidy STRAIGHT = Tidy.NONE.with(tidy -> tidy.straighten = true);

    private static final int KEEP_ACCEPTED_HOURS = 2;

    private final Settings settings;
    private final MailServers servers;
    private final DestinationService destinations;
    private final DeviceService devices;
    private final ProfileService profiles;
    private final NamingService names;
    private final JobService jobs;
    private final PeopleService people;
    private final Pins pins;
    private final AddressBook book;
    private final Directories directories;
    private final Inboxes inboxes;
    private final PanelPlaces panels;
    private final PanelPlans plans;
    private final DemoFolders demoFolders;
    private final FirmwareVersions firmware;
    private final DemoShelf shelf;

    DemoSetUp(
            Settings settings,
            MailServers servers,
            DestinationService destinations,
            DeviceService devices,
            ProfileService profiles,
            NamingService names,
            JobService jobs,
            PeopleService people,
            Pins pins,
            AddressBook book,
            Directories directories,
            Inboxes inboxes,
            PanelPlaces panels,
            PanelPlans plans,
            DemoFolders demoFolders,
            FirmwareVersions firmware,
            DemoShelf shelf) {
        this.settings = settings;
        this.servers = servers;
        this.destinations = destinations;
        this.devices = devices;
        this.profiles = profiles;
        this.names = names;
        this.jobs = jobs;
        this.people = people;
        this.pins = pins;
        this.book = book;
        this.directories = directories;
        this.inboxes = inboxes;
        this.panels = panels;
        this.plans = plans;
        this.demoFolders = demoFolders;
        this.firmware = firmware;
        this.shelf = shelf;
    }

    /** What was set up, by name. */
    record Office(Map<String, DeviceView> devices, Map<String, JobView> jobs, List<PersonView> people) {}

    Office build(World world, int mailPort, int filePort, int snmpPort, String address) {
        settings.change(
                new Settings.SettingsForm(
                        world.office(),
                        KEEP_ACCEPTED_HOURS,
                        30,
                        address,
                        "{device.name}, {device.place}\nWherrymoor Ferries",
                        null,
                        null,
                        new PanelSignIn(PanelSignIn.Way.CARD_OR_PIN, 6, true, true, 0, true, true),
                        new RecipientRules(
                                DirectEntry.ANY,
                                Map.of("Crew", new DirectEntry(DirectEntry.Mode.DOMAINS, List.of(world.domain()))),
                                25,
                                true),
                        new HelpDesk("0199 4620", "help@" + world.domain()),
                        new MailIntake(
                                true, mailPort + 9, "scans." + world.domain(), List.of("127.0.0.0/8"), true, false, ""),
                        new FileIntake(true, mailPort + 10, true, mailPort + 11, false, "", List.of("127.0.0.0/8")),
                        new SnmpAccess(
                                SnmpAccess.Version.V2C,
                                snmpPort,
                                "",
                                SnmpAccess.Authentication.SHA_256,
                                SnmpAccess.Privacy.AES_128),
                        new AlertSettings(
                                List.of(), List.of(world.administrator().email()), null, ""),
                        new ReportMail(List.of(world.administrator().email()), null),
                        Map.of(SettingsSecret.SNMP_COMMUNITY, world.snmp().community())),
                "");
        UUID harbour = server(world.postOffices().get(0), mailPort + 1, Encryption.STARTTLS, world, 10);
        UUID lantern = server(world.postOffices().get(1), mailPort + 2, Encryption.TLS, world, 25);
        List<PersonView> folk = makePeople(world);
        directory(world.directory(), filePort + 5);
        DemoFolders.Made folders = demoFolders.make(world, filePort, folk.get(0).id());
        Map<String, JobView> made = makeJobs(world, harbour, lantern, folders, shelf.fill(world.shelf()));
        Map<String, DeviceView> placed = makeDevices(world);
        placed.values().forEach(device -> place(device, made));
        plan(made);
        makeInboxes(made, folders);
        world.firmware().forEach(firmware::add);
        book.bringIn(String.join("\n", world.contacts()));
        return new Office(placed, made, folk);
    }

    /** Of two old copiers that only send. */
    private void makeInboxes(Map<String, JobView> made, DemoFolders.Made folders) {
        inboxes.add(new InboxForm(
                "Copier in the stores",
                "stores-copier",
                "oil skin 4",
                null,
                "",
                null,
                made.get("Cargo manifest").id(),
                null));
        inboxes.add(new InboxForm(
                "Old copier, Quay House",
                "",
                null,
                folders.copies(),
                "",
                null,
                made.get("Supplier bills").id(),
                null));
    }

    private UUID server(World.PostOffice office, int port, Encryption encryption, World world, int limitMb) {
        MailServerForm open = form(office, port, encryption, CertificateCheck.OFF, "", limitMb);
        ProbeReport report = servers.probe(null, open, world.administrator().email());
        String fingerprint =
                report.certificate() == null ? "" : report.certificate().fingerprint();
        UUID id = servers.add(form(office, port, encryption, CertificateCheck.EXACTLY_THIS, fingerprint, limitMb))
                .id();
        servers.probe(id, world.administrator().email());
        return id;
    }

    private static MailServerForm form(
            World.PostOffice office,
            int port,
            Encryption encryption,
            CertificateCheck check,
            String fingerprint,
            int limitMb) {
        String password = office.formerPassword() == null ? office.password() : office.formerPassword();
        return new MailServerForm(
                office.name(),
                office.host(),
                port,
                encryption,
                check,
                fingerprint,
                MailSignIn.PASSWORD,
                office.account(),
                password,
                office.account(),
                false,
                limitMb,
                null,
                null,
                null);
    }

    private Map<String, DeviceView> makeDevices(World world) {
        Map<String, String> what =
                world.places().stream().collect(Collectors.toMap(World.Place::name, World.Place::what));
        World.Settings settings = world.settings();
        DeviceWishes wishes = new DeviceWishes(
                List.of(DeviceField.PLACE, DeviceField.CONTACT, DeviceField.SLEEP, DeviceField.TIME_SERVER),
                settings.contact(),
                settings.sleepMinutes(),
                settings.timeServer(),
                DeviceMode.THROUGH_COURIER);
        return world.devices().stream()
                .map(d -> new DeviceForm(d.name(), d.place(), what.get(d.place()), d.address(), 60, "").with(wishes))
                .map(devices::add)
                .collect(Collectors.toMap(DeviceView::name, Function.identity()));
    }

    private void directory(World.Directory directory, int port) {
        ProbeReport seen = directories.probe(null, form(directory, port, CertificateCheck.OFF, ""));
        ProbeReport.Certificate certificate = seen.certificate();
        if (certificate == null) {
            throw new IllegalStateException("the stand-in directory does not answer: " + seen.dialogue());
        }
        UUID id = directories
                .add(form(directory, port, CertificateCheck.EXACTLY_THIS, certificate.fingerprint()))
                .id();
        directories.visit(id);
    }

    private static DirectoryForm form(World.Directory directory, int port, CertificateCheck check, String fingerprint) {
        return new DirectoryForm(
                "Staff directory",
                directory.host(),
                port,
                Encryption.STARTTLS,
                check,
                fingerprint,
                directory.account(),
                directory.password(),
                directory.base(),
                "(objectClass=inetOrgPerson)",
                DirectoryItem.Attributes.USUAL,
                "",
                "(objectClass=groupOfNames)",
                List.of(),
                DirectoryItem.TakesPeople.BY_HAND,
                "05:30",
                true);
    }

    private List<PersonView> makePeople(World world) {
        List<PersonView> folk = new ArrayList<>();
        for (World.Person person : world.people()) {
            PersonView added =
                    people.add(new PersonForm(person.name(), person.login(), person.email(), "", person.groups()));
            String pin = world.pins().get(person.name());
            if (pin == null) {
                pins.make(List.of(added.id()));
            } else {
                pins.choose(added.id(), new Pin(pin));
            }
            folk.add(added);
        }
        return folk;
    }

    private Map<String, JobView> makeJobs(
            World world, UUID harbour, UUID lantern, DemoFolders.Made folders, List<UUID> shelves) {
        String at = "@" + world.domain();
        UUID toMe = mail("Mail to me", DestinationKind.MAIL_TO_ME, lantern);
        UUID accounts = mail("Accounts desk", DestinationKind.MAIL_FIXED, harbour, "accounts" + at);
        UUID crew = mail("Crew office", DestinationKind.MAIL_FIXED, harbour, "crew.office" + at, "rosters" + at);
        UUID lost = mail("Lost-property desk", DestinationKind.MAIL_FIXED, lantern, "lost.property" + at);
        UUID berths = mail("Berth register", DestinationKind.MAIL_FIXED, lantern, "berths" + at);
        UUID yard = mail("Stonepool stores", DestinationKind.MAIL_FIXED, lantern, "stores" + at);
        UUID charts = mail("Chart room", DestinationKind.MAIL_FIXED, harbour, "charts" + at);
        UUID watch = mail("Harbour watch", DestinationKind.MAIL_FIXED, lantern, "watch" + at);

        FileSettings pdf = FileSettings.PDF;
        UUID usual = profile("Both sides, as found", ColourMode.AS_FOUND, 200, Sides.TWO_LONG_EDGE, Tidy.USUAL, pdf);
        UUID single = profile("One side, as found", ColourMode.AS_FOUND, 200, Sides.ONE, STRAIGHT, pdf);
        UUID grey = profile("Both sides, grey", ColourMode.GREY, 200, Sides.TWO_LONG_EDGE, Tidy.USUAL, pdf);
        UUID small = profile("Small type, black and white", ColourMode.BLACK_AND_WHITE, 300, Sides.ONE, STRAIGHT, pdf);
        UUID colour = profile("Charts in colour", ColourMode.COLOUR, 300, Sides.ONE, Tidy.NONE, light());

        UUID plain = name("Day and a counter", "{date:yyyy-MM-dd} {job} {counter:4 per day}");
        UUID personal = name("Day, job and person", "{date:yyyy-MM-dd} {job} {person.name} {counter:4}");
        UUID timed = name("Time to the second", "{job} {date:yyyyMMdd} {time:HHmmss}");

        Map<String, JobView> made = new HashMap<>();
        job(made, "Mail to me", "letter", single, personal, toMe);
        job(made, "Berth permit", "permit", usual, plain, toMe, berths);
        job(made, "Cargo manifest", "crates", usual, plain, yard, folders.manifests());
        job(made, "Lost property", "question", single, personal, lost);
        job(made, "Tide table", "waves", small, timed, watch);
        job(made, "Crew roster", "people", grey, plain, crew);
        job(made, "Supplier bills", "receipt", grey, plain, accounts, folders.bills());
        job(made, "Harbour charts", "map", colour, timed, charts, folders.charts());
        job(made, "Safety drill", "ring", grey, plain, watch, toMe);
        UUID chosen = destinations
                .add(DestinationForm.mail(
                        "Mail to chosen people",
                        DestinationKind.MAIL_CHOSEN,
                        lantern,
                        new MailSettings(List.of(), List.of(), true, true)))
                .id();
        job(made, "Mail to someone", "letter", single, personal, chosen);
        job(made, "My ferry folder", "card", single, personal, folders.ownCloud());
        UUID stick = folders.stick();
        job(made, "Onto a stick", "crates", single, timed, stick);
        List<UUID> anywhere = new ArrayList<>(List.of(
                toMe,
                chosen,
                accounts,
                crew,
                lost,
                berths,
                folders.bills(),
                folders.charts(),
                folders.desktop(),
                stick));
        anywhere.addAll(shelves);
        Asking all = Asking.everything(profiles.value(single, ProfileDifference.NONE));
        job(made, "Free scan", "key", single, personal, all, anywhere);
        return made;
    }

    private UUID mail(String name, DestinationKind kind, UUID route, String... recipients) {
        return destinations
                .add(DestinationForm.mail(name, kind, route, List.of(recipients)))
                .id();
    }

    private UUID profile(String name, ColourMode colour, int dpi, Sides sides, Tidy tidy, FileSettings files) {
        return profiles.add(ProfileForm.of(name, colour, dpi, sides, tidy, files))
                .id();
    }

    private static FileSettings light() {
        return new FileSettings(FileType.PDF, null, true, false, false, null, null, null, null);
    }

    private UUID name(String name, String template) {
        return names.add(new NameForm(name, template)).id();
    }

    /** What is asked in other languages; before the questions themselves, which take it. */
    private static final Map<String, Map<String, String>> QUESTIONS = Map.of(
            "found-at", Map.of("de", "Gefunden", "es", "Encontrado en", "fr", "Trouvé à"),
            "found-on", Map.of("de", "Gefunden am", "es", "Encontrado el", "fr", "Trouvé le"),
            "chart", Map.of("de", "Kartennummer", "fr", "Numéro de carte"));

    /** What is asked at the device. */
    private static final Map<String, Asking> ASKS = Map.of(
            "Lost property",
                    new Asking(
                            Asked.NO,
                            Asked.NO,
                            Asked.NO,
                            false,
                            Map.of(),
                            List.of(
                                    question(
                                            "found-at",
                                            "Found at",
                                            Question.Type.CHOICE,
                                            "MV Sandpiper",
                                            "Linnet Pier",
                                            "Marram Landing",
                                            "Quay House"),
                                    question("found-on", "Found on", Question.Type.DATE))),
            "Harbour charts",
                    new Asking(
                            Asked.OPTIONAL,
                            Asked.NO,
                            Asked.NO,
                            false,
                            Map.of("dpi", List.of(200, 300, 600), "colour", List.of("colour", "grey")),
                            List.of(question("chart", "Chart number", Question.Type.TEXT))));

    /** Who may use what not everybody needs. */
    private static final Map<String, List<String>> GROUPS = Map.of("Supplier bills", List.of("Office", "Yard"));

    /** What somebody from outside may hand in. */
    private static final Set<String> FOR_GUESTS = Set.of("Lost property");

    /** What those are for whose name does not say it. */
    private static final Map<String, String> DESCRIPTIONS = Map.of(
            "Safety drill", "Sign-off sheets after a drill",
            "Tide table", "For the watch aboard",
            "Free scan", "Choose where it goes and how it scans");

    /** What people call them who do not speak English. */
    private static final Map<String, Map<String, String>> LABELS = Map.of(
            "Mail to me", Map.of("de", "Mail an mich", "es", "Correo a mí", "fr", "Courriel à moi"),
            "Berth permit", Map.of("de", "Liegeerlaubnis", "fr", "Permis de mouillage"),
            "Cargo manifest", Map.of("de", "Ladeliste"),
            "Free scan", Map.of("de", "Freier Scan", "es", "Escaneo libre", "fr", "Numérisation libre"));

    private static Question question(String key, String label, Question.Type type, String... choices) {
        return new Question(
                key,
                label,
                type,
                false,
                type == Question.Type.DATE ? Question.TODAY : "",
                Stream.of(choices).map(value -> new Question.Listed(value, "")).toList(),
                QUESTIONS.getOrDefault(key, Map.of()));
    }

    private void job(Map<String, JobView> made, String name, String icon, UUID profile, UUID template, UUID... to) {
        job(made, name, icon, profile, template, ASKS.get(name), List.of(to));
    }

    private void job(
            Map<String, JobView> made,
            String name,
            String icon,
            UUID profile,
            UUID template,
            Asking asks,
            List<UUID> to) {
        made.put(
                name,
                jobs.add(new JobForm(
                        name,
                        icon,
                        profile,
                        template,
                        to,
                        "{job}, {pages} pages",
                        "Scanned by {person.name} on {device.name}, {device.place}.\n",
                        Map.of(),
                        WhenTooLarge.REFUSE,
                        Notify.NEVER,
                        false,
                        Map.of(),
                        asks,
                        GROUPS.get(name),
                        null,
                        LABELS.get(name),
                        null,
                        null,
                        DESCRIPTIONS.get(name),
                        FOR_GUESTS.contains(name))));
    }

    /** The large panels get everything; the small ones what their place of work uses. */
    private void place(DeviceView device, Map<String, JobView> made) {
        List<String> order =
                new ArrayList<>(List.of("Mail to me", "Berth permit", "Cargo manifest", "Lost property", "Tide table"));
        if (device.abilities().panelPlaces() > 5) {
            order.addAll(List.of("Crew roster", "Safety drill", "Supplier bills"));
        }
        if (device.abilities().panelPlaces() > 11) {
            order.add(1, "Free scan");
            order.addAll(List.of("Harbour charts", "Mail to someone", "My ferry folder", "Onto a stick"));
        }
        if (!device.abilities().bothSides()) {
            // One that cannot work is left on one panel, for preflight to find.
            order.removeIf(name -> List.of("Cargo manifest", "Crew roster", "Safety drill", "Supplier bills")
                            .contains(name)
                    || name.equals("Berth permit") && !device.name().equals("Landing"));
        }
        List<PanelPlaces.Taken> taken = new ArrayList<>();
        for (String name : order) {
            taken.add(new PanelPlaces.Taken(taken.size() + 1, made.get(name).id()));
        }
        panels.change(device.id(), new PanelPlaces.PlanForm(taken), "");
    }

    /** One place of work has its jobs from a plan; its largest device has more, its smallest fewer. */
    private void plan(Map<String, JobView> made) {
        List<PanelPlaces.Taken> taken = new ArrayList<>();
        for (String name : List.of("Mail to me", "Berth permit", "Cargo manifest", "Lost property", "Tide table")) {
            taken.add(new PanelPlaces.Taken(taken.size() + 1, made.get(name).id()));
        }
        plans.add(
                new PanelPlans.PanelPlanForm("Ticket hall", PanelPlanItem.Scope.PLACE, "Linnet Pier", taken, 1), false);
    }
}

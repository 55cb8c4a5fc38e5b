package inky.courier.demo;

import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.delivery.Choices;
import inky.courier.delivery.DeliveryService;
import inky.courier.delivery.DeliveryState;
import inky.courier.delivery.query.DeliveryQueries;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceLinks;
import inky.courier.device.DeviceScanner;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.device.DeviceTrouble;
import inky.courier.job.JobService.JobView;
import inky.courier.naming.NamingService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService;
import inky.courier.scan.ArrivingPage;
import inky.courier.scan.ScanService;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The deliveries of today that still have their pages: really scanned from the stand-ins, really sent, some refused. */
@Component
@Profile("demo")
class DemoScans {
    private static final Duration PATIENCE = Duration.ofSeconds(40);

    private final DeviceService devices;
    private final DeviceLinks links;
    private final SampleFeeder feeder;
    private final ScanService scans;
    private final DeliveryService deliveries;
    private final DeliveryQueries queries;
    private final ProfileService profiles;
    private final NamingService names;
    private final Clock clock;

    DemoScans(
            DeviceService devices,
            DeviceLinks links,
            SampleFeeder feeder,
            ScanService scans,
            DeliveryService deliveries,
            DeliveryQueries queries,
            ProfileService profiles,
            NamingService names,
            Clock clock) {
        this.devices = devices;
        this.links = links;
        this.feeder = feeder;
        this.scans = scans;
        this.deliveries = deliveries;
        this.queries = queries;
        this.profiles = profiles;
        this.names = names;
        this.clock = clock;
    }

    /** @param copies how often its stack was put through; {@code minutesAgo} when */
    private record Story(String person, String job, String device, String stack, int copies, int minutesAgo) {}

    private static final List<Story> STORIES = List.of(
            new Story("Ebba Stroud", "Supplier bills", "Accounts", "CARGO_MANIFEST", 1, 88),
            new Story("Dilys Carrow", "Crew roster", "Ticket office", "CREW_ROSTER", 1, 84),
            new Story("Ebba Stroud", "Supplier bills", "Accounts", "CREW_ROSTER", 1, 77),
            new Story("Perrin Locke", "Supplier bills", "Front desk", "CREW_ROSTER", 1, 71),
            new Story("Marit Sole", "Crew roster", "Ticket office", "CREW_ROSTER", 1, 63),
            new Story("Tobin Rusk", "Supplier bills", "Yard office", "CARGO_MANIFEST", 1, 58),
            new Story("Corin Vale", "Harbour charts", "Map room", "HARBOUR_CHARTS", 10, 55),
            new Story("Ebba Stroud", "Supplier bills", "Accounts", "CARGO_MANIFEST", 1, 51),
            new Story("Lowen Hale", "Supplier bills", "Permits", "CREW_ROSTER", 1, 44),
            new Story("Hesper Quill", "Harbour charts", "Map room", "HARBOUR_CHARTS", 9, 41),
            new Story("Marit Sole", "Crew roster", "Ticket office", "CREW_ROSTER", 1, 37),
            new Story("Perrin Locke", "Supplier bills", "Front desk", "CARGO_MANIFEST", 1, 30),
            new Story("Oda Fennick", "Mail to me", "Ticket office", "BERTH_PERMIT", 1, 25),
            new Story("Tobin Rusk", "Supplier bills", "Yard office", "CREW_ROSTER", 1, 23),
            new Story("Ebba Stroud", "Supplier bills", "Accounts", "CREW_ROSTER", 1, 16),
            new Story("Nessa Thorne", "Berth permit", "Permits", "BERTH_PERMIT", 1, 14),
            new Story("Jory Pellam", "Lost property", "Counter", "LOST_PROPERTY", 1, 11),
            new Story("Isbel Marrow", "Tide table", "Front desk", "TIDE_TABLE", 1, 8),
            new Story("Tamsin Orrell", "Cargo manifest", "Yard office", "CARGO_MANIFEST", 1, 6));

    void run(DemoSetUp.Office office) throws DeviceTrouble, IOException, InterruptedException {
        Map<String, List<byte[]>> paper = new HashMap<>();
        Map<UUID, Instant> when = new LinkedHashMap<>();
        DeviceView scanner = office.devices().get("Front desk");
        for (Story story : STORIES) {
            JobView job = office.jobs().get(story.job);
            ScanProfile profile = profiles.value(job.item().profileId());
            String key = story.stack + profile;
            if (!paper.containsKey(key)) {
                paper.put(key, scan(scanner.id(), story.stack, profile));
            }
            Instant at = clock.instant().minus(Duration.ofMinutes(story.minutesAgo));
            when.put(send(story, job, profile, paper.get(key), office, at), at);
        }
        Instant end = clock.instant().plus(PATIENCE);
        for (Map.Entry<UUID, Instant> one : when.entrySet()) {
            while (queries.row(one.getKey()).state() == DeliveryState.MOVING
                    && clock.instant().isBefore(end)) {
                TimeUnit.MILLISECONDS.sleep(100);
            }
            deliveries.backdate(one.getKey(), one.getValue());
        }
    }

    private UUID send(
            Story story, JobView job, ScanProfile profile, List<byte[]> pages, DemoSetUp.Office office, Instant at)
            throws IOException {
        PersonView person = office.people().stream()
                .filter(p -> p.name().equals(story.person))
                .findFirst()
                .orElseThrow();
        DeviceView device = office.devices().get(story.device);
        List<ArrivingPage.From> all = new ArrayList<>();
        for (int i = 0; i < story.copies; i++) {
            pages.forEach(page ->
                    all.add(() -> new ArrivingPage(page, profile.resolution(), Optional.of(PaperSource.FEEDER))));
        }
        UUID scan = scans.keepComplete(new ScanService.Origin(device.id(), person.id(), job.id()), at, all);
        return deliveries
                .accept(new DeliveryService.Order(
                        scan,
                        Optional.of(device),
                        person,
                        job,
                        profiles.get(job.item().profileId()),
                        profile,
                        names.get(job.item().templateId()).template(),
                        Choices.NONE,
                        at,
                        false))
                .deliveryId();
    }

    private List<byte[]> scan(UUID device, String stack, ScanProfile profile) throws DeviceTrouble {
        feeder.put(device, PaperSource.FEEDER, stack);
        DeviceAddress address = devices.addressOf(device);
        DeviceScanner.Scan scan = links.scanner(address)
                .begin(
                        address,
                        new ScanProfile(
                                ColourMode.COLOUR,
                                new Resolution(profile.resolution().dpi()),
                                Sides.ONE,
                                profile.fileType()));
        List<byte[]> pages = new ArrayList<>();
        while (scan.hasNext()) {
            pages.add(scan.next());
        }
        return pages;
    }
}

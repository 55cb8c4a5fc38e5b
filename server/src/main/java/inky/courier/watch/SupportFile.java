package inky.courier.watch;

import inky.courier.InkyCourier;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.office.OfficeFormat;
import inky.courier.core.text.Pseudonyms;
import inky.courier.delivery.query.DeliveryQueries;
import inky.courier.delivery.query.DeliveryQueries.DeliveryRow;
import inky.courier.delivery.query.Troubles;
import inky.courier.destination.DestinationService;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.device.DeviceStates;
import inky.courier.mail.MailServers;
import inky.courier.people.PeopleService;
import inky.courier.preflight.Findings;
import inky.courier.setup.OfficeFiles;
import java.lang.management.ManagementFactory;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * What whoever helps from outside has to know: versions, the set-up without secrets, last probes, states, and chosen deliveries with
 * their steps. Of pages and files nothing is in it.
 */
@Service
class SupportFile {
    private static final int MEGABYTE = 1024 * 1024;
    private static final int DAYS = 7;

    /** Of deliveries. */
    private static final int MOST = 20;

    private final OfficeFiles files;
    private final MailServers servers;
    private final DestinationService destinations;
    private final DeviceService devices;
    private final DeviceStates states;
    private final Troubles troubles;
    private final Findings findings;
    private final DeliveryQueries deliveries;
    private final PeopleService people;
    private final JdbcClient jdbc;
    private final Clock clock;
    private final ZoneId zone;
    private final JsonMapper mapper;

    SupportFile(
            OfficeFiles files,
            MailServers servers,
            DestinationService destinations,
            DeviceService devices,
            DeviceStates states,
            Troubles troubles,
            Findings findings,
            DeliveryQueries deliveries,
            PeopleService people,
            JdbcClient jdbc,
            Clock clock,
            ZoneId zone,
            JsonMapper mapper) {
        this.files = files;
        this.servers = servers;
        this.destinations = destinations;
        this.devices = devices;
        this.states = states;
        this.troubles = troubles;
        this.findings = findings;
        this.deliveries = deliveries;
        this.people = people;
        this.jdbc = jdbc;
        this.clock = clock;
        this.zone = zone;
        this.mapper =
                mapper.rebuild().enable(SerializationFeature.INDENT_OUTPUT).build();
    }

    /** A part of it. @param text as it leaves */
    record SupportPart(String name, String text) {}

    /** @param missing numbers of deliveries that there are not */
    record Support(List<SupportPart> parts, List<Long> missing) {}

    /**
     * @param numbers of deliveries whose steps are wanted, up to {@link #MOST}
     * @param names whether names and addresses of people stay as they are
     */
    @Transactional(readOnly = true)
    public Support make(List<Long> numbers, boolean names) {
        List<SupportPart> parts = new ArrayList<>();
        parts.add(part("Versions", about()));
        parts.add(new SupportPart("Set-up without secrets", files.write(OfficeFormat.YAML, List.of(), "")));
        parts.add(part("Mail servers and their last probes", servers.list()));
        parts.add(part("Destinations and their last probes", destinations.list()));
        parts.add(part("Devices", devices.seen().stream().map(this::device).toList()));
        parts.add(part("What holds deliveries up", Map.of("byCause", troubles.byCause(), "files", troubles.unmade())));
        parts.add(part("Findings of the preflight", findings.list()));
        List<Long> wanted = numbers.stream().distinct().limit(MOST).toList();
        List<DeliveryRow> found = deliveries.numbered(wanted);
        found.forEach(row -> parts.add(part("Delivery D-" + row.number(), deliveries.page(row.id()))));
        List<Long> missing = new ArrayList<>(wanted);
        missing.removeAll(found.stream().map(DeliveryRow::number).toList());
        return new Support(names ? parts : withoutPeople(parts), missing);
    }

    private SupportPart part(String name, Object content) {
        return new SupportPart(name, mapper.writeValueAsString(content));
    }

    /** Of one that is well a line is enough; an office may have a thousand. */
    private Map<String, Object> device(DeviceView device) {
        Map<String, Object> all = new LinkedHashMap<>();
        if (device.condition() == DeviceCondition.State.READY) {
            all.put("name", device.name());
            all.put("place", device.place());
            all.put("model", device.abilities().makeAndModel());
            all.put("protocol", device.protocol());
            all.put("seenAt", device.seenAt());
        } else {
            all.put("device", device);
            all.put("interruptions", states.history(device.id(), DAYS).stops());
        }
        return all;
    }

    private Map<String, Object> about() {
        Runtime runtime = Runtime.getRuntime();
        Map<String, Object> about = new LinkedHashMap<>();
        about.put("at", clock.instant());
        about.put("zone", zone.toString());
        about.put(
                "courier",
                Objects.requireNonNullElse(InkyCourier.class.getPackage().getImplementationVersion(), "from source"));
        about.put("java", Runtime.version().toString());
        about.put("system", System.getProperty("os.name") + " " + System.getProperty("os.version"));
        about.put("processors", runtime.availableProcessors());
        about.put("heapMegabytes", runtime.maxMemory() / MEGABYTE);
        about.put("heapUsedMegabytes", (runtime.totalMemory() - runtime.freeMemory()) / MEGABYTE);
        about.put("upSeconds", ManagementFactory.getRuntimeMXBean().getUptime() / 1000);
        about.put("database", jdbc.sql("select version()").query(String.class).single());
        about.put(
                "databaseMegabytes",
                jdbc.sql("select pg_database_size(current_database())")
                                .query(Long.class)
                                .single()
                        / MEGABYTE);
        return about;
    }

    private List<SupportPart> withoutPeople(List<SupportPart> parts) {
        Pseudonyms pseudonyms = new Pseudonyms(people.list().stream()
                .flatMap(person -> Stream.of(person.name(), person.login()))
                .toList());
        return parts.stream()
                .map(part -> new SupportPart(part.name, pseudonyms.in(part.text)))
                .toList();
    }
}

package inky.courier.delivery;

import inky.courier.core.naming.NameValues;
import inky.courier.core.page.Kind;
import inky.courier.core.print.PrintWish;
import inky.courier.core.transfer.Sidecar;
import inky.courier.core.workshop.MadeFile;
import inky.courier.destination.Consignment;
import inky.courier.settings.Settings;
import inky.courier.store.ContentStore;
import inky.courier.web.Json;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Puts together what a leg carries. */
@Component
class Consignments implements Packing {
    private final ContentStore store;
    private final Files files;
    private final Claims claims;
    private final Settings settings;
    private final ZoneId zone;

    Consignments(ContentStore store, Files files, Claims claims, Settings settings, ZoneId zone) {
        this.store = store;
        this.files = files;
        this.claims = claims;
        this.settings = settings;
        this.zone = zone;
    }

    @Override
    public Consignment of(Delivery d, Leg leg) {
        JobSnapshot job = Json.read(d.jobSnapshot, JobSnapshot.class);
        List<Files.KeptFile> carried = files.of(d.id).stream()
                .filter(file -> goesTo(leg, file.kind().name()))
                .filter(file -> leg.onlyFile == null || leg.onlyFile == file.position())
                .toList();
        Map<UUID, String> digests =
                store.sha256(carried.stream().map(Files.KeptFile::contentId).toList());
        NameValues values = values(d, job, carried);
        return new Consignment(
                leg.id,
                d.id,
                leg.kind,
                leg.routeId,
                leg.destinationId == null ? leg.routeId : leg.destinationId,
                addresses(leg.recipients),
                addresses(leg.copies),
                leg.below,
                Optional.of(leg.print).filter(wish -> !wish.isEmpty()).map(wish -> Json.read(wish, PrintWish.class)),
                new Consignment.Sender(d.personId, d.personName, d.personEmail, d.language()),
                d.deviceId,
                WorkshopMaking.read(job.subject()).fill(values),
                text(job.body(), values),
                job.tooLarge(),
                job.encrypts(),
                carried.stream().map(file -> toSend(file, digests)).toList(),
                values,
                sidecar(d, job, carried, digests),
                leg.messageId,
                d.scannedAt,
                leg.kind.isMail() ? Map.of() : claims.of(leg.id),
                Recipients.read(leg.recipientOutcomes),
                d.test);
    }

    /** A line of two hyphens and a blank stands before a signature: RFC 3676 section 4.3. */
    private String text(String body, NameValues values) {
        String signature = settings.read().signature();
        String text = WorkshopMaking.read(body).fill(values);
        return signature.isEmpty()
                ? text
                : text.stripTrailing() + "\n\n-- \n"
                        + WorkshopMaking.read(signature).fill(values) + "\n";
    }

    /** Whether files of a kind of paper go along a leg. */
    static boolean goesTo(Leg leg, String kind) {
        return leg.kinds.isEmpty() || Set.of(leg.kinds.split(",")).contains(kind);
    }

    /** What has no number of its own counts by the delivery's, which stays the same for every try. */
    private NameValues values(Delivery d, JobSnapshot job, List<Files.KeptFile> carried) {
        // Sides that were left out as blank are not told of; text and speech have no pages of their own.
        int pages = carried.stream()
                .filter(file -> file.part() == MadeFile.Part.PAGES)
                .mapToInt(Files.KeptFile::pages)
                .sum();
        // Of several files, the first speaks for all.
        Optional<Files.KeptFile> first = carried.stream()
                .filter(file -> file.part() == MadeFile.Part.PAGES)
                .findFirst();
        Files.Told told = first.map(Files.KeptFile::told).orElseGet(() -> new Files.Told("", "", Map.of()));
        return new NameValues(
                d.scannedAt.atZone(zone),
                new NameValues.Person(d.personName, d.personLogin, d.personEmail, d.personGroup),
                new NameValues.Device(d.deviceName, d.place),
                new NameValues.Job(d.jobName, job.profileName(), job.answers()),
                new NameValues.Contents(
                        pages == 0 ? d.pages : pages,
                        first.map(Files.KeptFile::kind)
                                .orElse(Kind.DOCUMENT)
                                .words()
                                .in(settings.read().languageOf("")),
                        told.separator(),
                        told.barcode(),
                        1,
                        carried.size(),
                        told.zones()),
                NameValues.Numbers.fixed(d.number, d.id.getLeastSignificantBits()));
    }

    static List<String> addresses(String written) {
        return Json.read(written, new TypeReference<List<String>>() {});
    }

    private Consignment.FileToSend toSend(Files.KeptFile file, Map<UUID, String> digests) {
        return new Consignment.FileToSend(
                file.name(),
                file.mediaType(),
                file.bytes(),
                file.pages(),
                digests.get(file.contentId()),
                () -> store.openAhead(file.contentId()));
    }

    private Sidecar sidecar(Delivery d, JobSnapshot job, List<Files.KeptFile> carried, Map<UUID, String> digests) {
        return new Sidecar(
                d.number,
                d.scannedAt,
                d.personName,
                d.personLogin,
                d.deviceName,
                d.place,
                d.jobName,
                d.pages,
                job.answers(),
                carried.stream()
                        .map(f -> new Sidecar.File(
                                f.name(),
                                f.mediaType(),
                                f.bytes(),
                                f.pages(),
                                f.kind().name().toLowerCase(Locale.ROOT),
                                digests.get(f.contentId()),
                                f.told().asMap()))
                        .toList());
    }

    /** The kinds of paper among a delivery's files. */
    Set<String> kindsOf(Delivery d) {
        return files.of(d.id).stream().map(f -> f.kind().name()).collect(Collectors.toSet());
    }

    static List<String> kinds(String written) {
        return written.isEmpty() ? List.of() : Arrays.asList(written.split(","));
    }
}

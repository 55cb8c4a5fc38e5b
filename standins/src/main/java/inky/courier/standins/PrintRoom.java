package inky.courier.standins;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IntOrIntRange;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.KeywordOrName;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.Finishing;
import com.hp.jipp.model.JobConstraintsSupported;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.MediaCol;
import com.hp.jipp.model.MediaColDatabase;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import kotlin.ranges.IntRange;

/**
 * The printing half of a device: what RFC 8011 section 3.2 requires of a Printer, in jobs of one document. Paper is a file.
 */
final class PrintRoom {
    static final List<Operation> OPERATIONS = List.of(
            Operation.printJob,
            Operation.validateJob,
            Operation.cancelJob,
            Operation.getJobAttributes,
            Operation.getJobs,
            Operation.getPrinterAttributes);
    static final List<String> FORMATS =
            List.of("application/pdf", "image/jpeg", "text/plain", "application/octet-stream");

    private static final int MOST_COPIES = 99;
    private static final String ONE_SIDED = "one-sided";
    private static final String SHORT_EDGE = "two-sided-short-edge";
    private static final List<String> SCALINGS = List.of("auto", "fit", "fill", "none");

    private static final byte[] ENCRYPTED = "/Encrypt".getBytes(StandardCharsets.US_ASCII);

    private static final Pattern PAGE = Pattern.compile("/Type\\s*/Page\\b");

    private final Path folder;
    private final URI uri;
    private final IppRules rules;
    private final Stock stock;
    private final DeviceModel model;
    private final List<String> asked = new CopyOnWriteArrayList<>();
    private final List<IppRules.Job> jobs = new CopyOnWriteArrayList<>();
    private final AtomicInteger toAbort = new AtomicInteger();
    private volatile Status refusal;

    PrintRoom(Path folder, URI uri, IppRules rules, Stock stock, DeviceModel model) throws IOException {
        this.model = model;
        this.folder = Files.createDirectories(folder);
        this.uri = uri;
        this.rules = rules;
        this.stock = stock;
    }

    /** Names of the jobs, the oldest first. */
    List<String> printed() {
        return jobs.stream()
                .filter(job -> job.state().equals(JobState.completed))
                .map(IppRules.Job::name)
                .toList();
    }

    /** How the jobs were asked for, the oldest first: copies, sides, colours, finishings. */
    List<String> asked() {
        return List.copyOf(asked);
    }

    /** What it can do with a document: RFC 8011 section 5.2, PWG 5100.14. */
    void describe(MutableAttributeGroup group) {
        group.put(Types.copiesDefault, 1);
        group.put(Types.copiesSupported, new IntRange(1, MOST_COPIES));
        group.put(Types.sidesDefault, ONE_SIDED);
        group.put(Types.sidesSupported, sides());
        group.put(Types.printColorModeDefault, "monochrome");
        group.put(Types.printColorModeSupported, colours());
        group.put(Types.finishingsDefault, List.of(Finishing.none));
        group.put(
                Types.finishingsSupported,
                model.staples() ? List.of(Finishing.none, Finishing.staple) : List.of(Finishing.none));
        group.put(Types.printScalingDefault, "auto");
        group.put(Types.printScalingSupported, SCALINGS);
        group.put(Types.numberUpDefault, 1);
        group.put(
                Types.numberUpSupported,
                perSide().stream().map(IntOrIntRange::new).toList());
        group.put(Types.pageRangesSupported, true);
        group.put(
                Types.mediaSourceSupported,
                sources().stream().map(KeywordOrName::new).toList());
        group.put(Types.mediaColReady, trays().stream().map(PrintRoom::ready).toList());
        if (model.staples()) {
            group.put(
                    Types.jobConstraintsSupported,
                    List.of(new JobConstraintsSupported(
                            "staple-short-edge",
                            AttributeGroup.groupOf(
                                    Tag.jobAttributes,
                                    Types.finishings.of(Finishing.staple),
                                    Types.sides.of(SHORT_EDGE)))));
        }
    }

    /** A4 lies in each. */
    private static MediaColDatabase ready(String source) {
        MediaColDatabase paper = new MediaColDatabase();
        paper.setMediaSource(new KeywordOrName(source));
        paper.setMediaSizeName(new KeywordOrName("iso_a4_210x297mm"));
        return paper;
    }

    private List<String> trays() {
        return IntStream.rangeClosed(1, model.trays())
                .mapToObj(n -> "tray-" + n)
                .toList();
    }

    private List<String> sources() {
        return Stream.concat(Stream.of("auto"), trays().stream()).toList();
    }

    private List<Integer> perSide() {
        return model.staples() ? List.of(1, 2, 4, 6, 9, 16) : List.of(1, 2, 4);
    }

    private List<String> sides() {
        return model.twoSided() ? List.of(ONE_SIDED, "two-sided-long-edge", SHORT_EDGE) : List.of(ONE_SIDED);
    }

    private List<String> colours() {
        return model.toners().size() > 1 ? List.of("monochrome", "color") : List.of("monochrome");
    }

    /** How a document is asked for. @param pages the ranges; empty for all */
    private record Wanted(
            int copies,
            String sides,
            String colours,
            boolean staple,
            String scaling,
            int perSide,
            List<IntRange> pages,
            String source) {
        static Wanted of(IppPacket request) {
            AttributeGroup job = request.get(Tag.jobAttributes);
            if (job == null) {
                return new Wanted(1, ONE_SIDED, "monochrome", false, "auto", 1, List.of(), "auto");
            }
            MediaCol paper = job.getValue(Types.mediaCol);
            KeywordOrName source = paper == null ? null : paper.getMediaSource();
            return new Wanted(
                    Optional.ofNullable(job.getValue(Types.copies)).orElse(1),
                    Optional.ofNullable(job.getString(Types.sides)).orElse(ONE_SIDED),
                    Optional.ofNullable(job.getString(Types.printColorMode)).orElse("monochrome"),
                    job.getValues(Types.finishings).contains(Finishing.staple),
                    Optional.ofNullable(job.getString(Types.printScaling)).orElse("auto"),
                    Optional.ofNullable(job.getValue(Types.numberUp)).orElse(1),
                    job.getValues(Types.pageRanges),
                    source == null ? "auto" : source.asString());
        }

        /** @param all pages that the document has */
        int sheets(int all) {
            int printed = pages.isEmpty()
                    ? all
                    : (int) IntStream.rangeClosed(1, all)
                            .filter(page -> pages.stream().anyMatch(range -> range.contains(page)))
                            .count();
            int filled = (printed + perSide - 1) / perSide;
            return copies * (sides.equals(ONE_SIDED) ? filled : (filled + 1) / 2);
        }

        @Override
        public String toString() {
            return copies + " " + sides + " " + colours + (staple ? " staple" : "")
                    + (scaling.equals("auto") ? "" : " " + scaling)
                    + (perSide == 1 ? "" : " number-up " + perSide)
                    + (pages.isEmpty()
                            ? ""
                            : " pages "
                                    + pages.stream()
                                            .map(range -> range.getFirst() + "-" + range.getLast())
                                            .collect(Collectors.joining(",")))
                    + (source.equals("auto") ? "" : " " + source);
        }
    }

    private boolean can(Wanted wanted) {
        return wanted.copies >= 1
                && wanted.copies <= MOST_COPIES
                && sides().contains(wanted.sides)
                && colours().contains(wanted.colours)
                && (model.staples() || !wanted.staple)
                && !(wanted.staple && wanted.sides.equals(SHORT_EDGE))
                && SCALINGS.contains(wanted.scaling)
                && perSide().contains(wanted.perSide)
                && sources().contains(wanted.source);
    }

    /** Takes so many jobs and then gives them up, as when a document cannot be drawn. */
    void abort(int next) {
        toAbort.set(next);
    }

    Path folder() {
        return folder;
    }

    URI uri() {
        return uri;
    }

    /** @param status that the next jobs get; null to print */
    void refuse(Status status) {
        refusal = status;
    }

    IppPacket.Builder answer(IppPacket request, IppInputStream data) throws IOException {
        Operation operation = request.getOperation();
        if (operation.equals(Operation.printJob)) {
            return print(request, data.readAllBytes());
        }
        if (operation.equals(Operation.validateJob)) {
            return IppRules.response(request, check(request).orElse(Status.successfulOk));
        }
        if (operation.equals(Operation.getJobs)) {
            return rules.jobs(request, jobs, uri);
        }
        if (operation.equals(Operation.getJobAttributes)) {
            return rules.attributes(request, job(request), uri);
        }
        if (operation.equals(Operation.cancelJob)) {
            // Paper is quick here: what was taken is done.
            return IppRules.response(
                    request, job(request).isPresent() ? Status.clientErrorNotPossible : Status.clientErrorNotFound);
        }
        return IppRules.response(request, Status.serverErrorOperationNotSupported);
    }

    private Optional<IppRules.Job> job(IppPacket request) {
        return IppRules.jobId(request)
                .flatMap(id -> jobs.stream().filter(job -> job.id() == id).findFirst());
    }

    private Optional<Status> check(IppPacket request) {
        String format = request.getString(Tag.operationAttributes, Types.documentFormat);
        if (format != null && !FORMATS.contains(format)) {
            return Optional.of(Status.clientErrorDocumentFormatNotSupported);
        }
        if (Boolean.TRUE.equals(request.getValue(Tag.operationAttributes, Types.ippAttributeFidelity))
                && !can(Wanted.of(request))) {
            return Optional.of(Status.clientErrorAttributesOrValuesNotSupported);
        }
        String compression = request.getString(Tag.operationAttributes, Types.compression);
        return compression != null && !compression.equals("none")
                ? Optional.of(Status.clientErrorCompressionNotSupported)
                : Optional.empty();
    }

    private IppPacket.Builder print(IppPacket request, byte[] document) throws IOException {
        if (refusal != null) {
            return IppRules.response(request, refusal);
        }
        Optional<Status> fault = check(request);
        if (fault.isPresent()) {
            return IppRules.response(request, fault.get());
        }
        if (contains(document, ENCRYPTED)) {
            return IppRules.response(request, Status.clientErrorDocumentFormatError);
        }
        String told = request.getString(Tag.operationAttributes, Types.jobName);
        String name = told == null ? "Untitled" : told;
        boolean printed = toAbort.getAndUpdate(left -> Math.max(0, left - 1)) == 0;
        IppRules.Job job = new IppRules.Job(
                jobs.size() + 1,
                name,
                IppRules.userOf(request),
                printed ? JobState.completed : JobState.aborted,
                printed ? "job-completed-successfully" : "aborted-by-system",
                rules.upTime());
        Files.write(folder.resolve(job.id() + " " + name.replaceAll("[^\\p{L}\\p{N}. _-]", "_")), document);
        jobs.add(job);
        asked.add(Wanted.of(request).toString());
        if (printed) {
            stock.use(Wanted.of(request).sheets(pages(document)));
        }
        // What becomes of it shows later: the answer comes before the first sheet (RFC 8011 section 4.2.1.2).
        return rules.created(request, job.become(JobState.pending, "none"), uri);
    }

    /** Of a PDF as many as it has page objects outside of compressed streams, at least one; of anything else one. */
    private static int pages(byte[] document) {
        Matcher page = PAGE.matcher(new String(document, StandardCharsets.ISO_8859_1));
        int count = 0;
        while (page.find()) {
            count++;
        }
        return Math.max(1, count);
    }

    private static boolean contains(byte[] document, byte[] word) {
        outer:
        for (int i = 0; i <= document.length - word.length; i++) {
            for (int j = 0; j < word.length; j++) {
                if (document[i + j] != word[j]) {
                    continue outer;
                }
            }
            return true;
        }
        return false;
    }
}

package inky.courier.core.workshop;

import inky.courier.core.document.Description;
import inky.courier.core.document.DocumentPage;
import inky.courier.core.document.FileWriter;
import inky.courier.core.document.FileWriters;
import inky.courier.core.document.InOrder;
import inky.courier.core.document.PageCoder;
import inky.courier.core.job.Zone;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameValues;
import inky.courier.core.page.BlankSensitivity;
import inky.courier.core.page.Box;
import inky.courier.core.page.Kind;
import inky.courier.core.page.Outline;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PageRoom;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tidy;
import inky.courier.core.reading.NotInstalled;
import inky.courier.core.reading.Orientation;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.TextReader;
import inky.courier.core.tidy.CardSheet;
import inky.courier.core.tidy.Resample;
import inky.courier.core.workshop.PageReport.Fate;
import inky.courier.core.workshop.PageReport.View;
import inky.courier.core.workshop.PageReport.Viewer;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Makes files of scanned pages by a profile; several pages at a time, a few in memory. */
public final class Workshop {
    private static final FileSettings PORTRAIT = FileSettings.of(FileType.JPEG);

    private final ScanProfile profile;
    private final TextReader reader;
    private final int cores;
    private final @Nullable Viewer viewer;
    private final PageMemory memory;
    private final Treatment treatment;
    private final PageCoder coder;
    private final boolean analyses;
    private final List<Zone> zones;
    private final BlankSensitivity sensitivity;

    /** Whether pages are turned upright. */
    private final boolean turns;

    private final boolean leavesPages;

    /** @param cores how many pages are worked on at a time */
    public Workshop(ScanProfile profile, TextReader reader, int cores) {
        this(profile, reader, cores, NameNeeds.NOTHING, null, PageMemory.NONE);
    }

    public Workshop(ScanProfile profile, TextReader reader, int cores, NameNeeds needs) {
        this(profile, reader, cores, needs, null, PageMemory.NONE);
    }

    /**
     * @param viewer null where nobody looks at pages; with one, every page is decoded
     * @param memory of pages that came before
     */
    public Workshop(
            ScanProfile profile,
            TextReader reader,
            int cores,
            NameNeeds needs,
            @Nullable Viewer viewer,
            PageMemory memory) {
        this.viewer = viewer;
        this.memory = memory;
        this.profile = profile;
        this.reader = reader;
        this.cores = cores;
        this.treatment = new Treatment(profile);
        this.coder = new PageCoder(profile.files());
        this.zones = needs.zones();
        this.analyses = needs.barcodes() || analyses(profile);
        this.sensitivity = sensitivity(profile);
        this.turns = profile.tidy().upright() || profile.files().type().readsText();
        this.leavesPages = viewer == null
                && !analyses
                && zones.isEmpty()
                && treatment.leavesPages()
                && coder.takesPagesAsTheyCame();
    }

    /** Everything that came of a scan. */
    public record Result(List<MadeFile> files, List<PageReport> pages) {
        /** What a name can tell of a file. @param language of its words */
        public NameValues.Contents contents(int i, Locale language) {
            MadeFile file = files.get(i);
            return new NameValues.Contents(
                    file.pages(),
                    file.kind().words().in(language),
                    file.separatorText(),
                    barcode(file),
                    i + 1,
                    files.size(),
                    file.zones());
        }

        /** What the first barcode in a file says that is no separator sheet's; empty without one. */
        public String barcode(MadeFile file) {
            return PageAnalysis.barcodeText(pages.stream()
                    .filter(page -> file.scanned().contains(page.number()))
                    .flatMap(page -> page.analysis().stream()));
        }
    }

    /**
     * @param folder where the files are written, under names of the workshop's own
     * @param description what the files say of themselves; several files share it
     * @throws NotInstalled when the profile needs a program that this machine lacks
     */
    public Result make(List<? extends Source> pages, Path folder, Description description) throws IOException {
        return make(pages, folder, description, ofAuthor(description));
    }

    /**
     * The same, with stamps that tell more.
     *
     * @param scan what a stamp can say of it
     */
    public Result make(List<? extends Source> pages, Path folder, Description description, NameValues scan)
            throws IOException {
        List<Unit> units = units(pages);
        Binder binder = new Binder(profile, folder, description, reader);
        try (binder) {
            InOrder.forEach(units, cores, unit -> inRoom(unit, pages.size(), scan), binder::take);
            return binder.result();
        }
    }

    private static NameValues ofAuthor(Description description) {
        return new NameValues(
                description.created().atZone(description.zone()),
                new NameValues.Person(description.author(), "", ""),
                new NameValues.Device("", ""),
                new NameValues.Job(description.title(), ""),
                new NameValues.Contents(0, "", "", "", 1, 1),
                NameValues.Numbers.fixed(1, 1));
    }

    /** Pages that are worked on together: one, or a card's two sides. */
    private record Unit(int number, List<Source> sources) {}

    /** A page for a file, with what decides which file. */
    record Piece(
            DocumentPage page,
            PageWords words,
            Kind kind,
            boolean splitBefore,
            int number,
            Optional<View> view,
            List<ZoneClip> zones) {}

    /** What came of a unit, in order. */
    record Worked(List<PageReport> reports, List<Piece> pieces, List<Piece> portraits, String separatorText)
            implements PageMemory.Remembered {
        @Override
        public long bytes() {
            long coded = Stream.concat(pieces.stream(), portraits.stream())
                    .mapToLong(piece -> piece.page.bytes()
                            + 100L * piece.words.words().size()
                            + piece.zones.stream().mapToLong(ZoneClip::bytes).sum())
                    .sum();
            long seen = reports.stream()
                    .flatMap(report -> Stream.concat(report.asScanned().stream(), report.views().stream()))
                    .mapToLong(View::bytes)
                    .sum();
            return coded + seen + 2_000;
        }

        boolean isSeparator() {
            return reports.get(0).fate() == Fate.SEPARATOR;
        }

        boolean isBlank() {
            return reports.stream().allMatch(report -> report.fate() == Fate.SKIPPED_BLANK);
        }
    }

    private List<Unit> units(List<? extends Source> pages) {
        int size = profile.tidy().card() ? 2 : 1;
        List<Unit> units = new ArrayList<>();
        for (int i = 0; i < pages.size(); i += size) {
            units.add(new Unit(i + 1, List.copyOf(pages.subList(i, Math.min(pages.size(), i + size)))));
        }
        return units;
    }

    /** A page that is decoded when it is first needed: of one that is set apart, what was found before tells all. */
    private static final class Opened {
        private final Source source;
        private @Nullable PageRaster raster;

        Opened(Source source) {
            this.source = source;
        }

        PageRaster raster() throws IOException {
            PageRaster decoded = raster == null ? source.raster() : raster;
            raster = decoded;
            return decoded;
        }
    }

    /** However many are worked on in this process, all of their pages have room. */
    private Worked inRoom(Unit unit, int total, NameValues scan) throws IOException {
        long pixels = unit.sources.stream().mapToLong(Source::pixels).sum();
        return PageRoom.here().with(pixels, () -> work(unit, total, scan));
    }

    private Worked work(Unit unit, int total, NameValues scan) throws IOException {
        Optional<PageMemory.OfWork> key = key(unit, total, scan);
        List<Opened> opened = unit.sources.stream().map(Opened::new).toList();
        if (key.isPresent()) {
            Optional<Worked> apart = isWhole() ? apart(unit.number, opened.get(0)) : Optional.empty();
            if (apart.isPresent()) {
                return apart.get();
            }
            if (memory.find(key.get()) instanceof Worked before) {
                return before;
            }
        }
        Worked worked = profile.tidy().card()
                ? card(unit.number, opened, total, scan, key)
                : page(unit.number, opened.get(0), total, scan, key);
        Worked seen = viewer == null ? worked : seen(worked, unit.number, opened, viewer);
        key.ifPresent(known -> memory.keep(known, seen));
        return seen;
    }

    /** Whether a scan is one page: then it is set apart or not as a whole, and what becomes of it does not depend on that. */
    private boolean isWhole() {
        return !profile.tidy().card() && !profile.tidy().eachPaper();
    }

    private Optional<Worked> apart(int number, Opened page) throws IOException {
        Optional<Worked> apart = setApart(number, page.source, analysis(page));
        return apart.isPresent() && viewer != null
                ? Optional.of(seen(apart.get(), number, List.of(page), viewer))
                : apart;
    }

    /** By what the work on a page is known again; empty where a page does not say which it is. */
    private Optional<PageMemory.OfWork> key(Unit unit, int total, NameValues scan) {
        List<String> pages =
                unit.sources.stream().flatMap(s -> named(s).stream()).toList();
        if (memory == PageMemory.NONE || pages.size() < unit.sources.size()) {
            return Optional.empty();
        }
        String stamp = profile.tidy().stamp().applies()
                ? treatment.stampText(new Treatment.StampValues(unit.number, total, scan))
                : "";
        Object looks = List.of(viewer == null ? "" : viewer, zones);
        ScanProfile matters = isWhole()
                ? profile.withTidy(profile.tidy().with(tidy -> tidy.skipBlank = Tidy.SkipBlank.NO))
                        .withGrouping(Grouping.ONE_FILE)
                : profile;
        return Optional.of(PageMemory.OfWork.of(pages, unit.number, matters, analyses, stamp, looks));
    }

    /** A page with what people did to it. */
    private static Optional<String> named(Source source) {
        return source.digest()
                .map(digest -> digest
                        + (source.splitBefore() ? " split" : "")
                        + (source.keep() ? " keep" : "")
                        + (source.turnedByHand() ? " turned" : "")
                        + (source.croppedByHand() ? " cropped" : ""));
    }

    private Worked seen(Worked worked, int first, List<Opened> opened, Viewer looking) throws IOException {
        List<PageReport> reports = new ArrayList<>();
        for (PageReport report : worked.reports) {
            List<View> views = worked.pieces.stream()
                    .filter(piece -> piece.number == report.number())
                    .flatMap(piece -> piece.view.stream())
                    .toList();
            reports.add(report.seen(asScanned(opened.get(report.number() - first), looking), views));
        }
        return new Worked(reports, worked.pieces, worked.portraits, worked.separatorText);
    }

    private View asScanned(Opened page, Viewer looking) throws IOException {
        Optional<PageMemory.OfPage> key = page.source.digest().map(digest -> new PageMemory.OfPage(digest, looking));
        if (key.isPresent() && memory.find(key.get()) instanceof View before) {
            return before;
        }
        View view = looking.view(page.raster());
        key.ifPresent(known -> memory.keep(known, view));
        return view;
    }

    private Worked page(int number, Opened opened, int total, NameValues scan, Optional<PageMemory.OfWork> key)
            throws IOException {
        Source source = opened.source;
        Optional<Worked> asItCame = asItCame(number, source);
        if (asItCame.isPresent()) {
            return asItCame.get();
        }
        var stamp = new Treatment.StampValues(number, total, scan);
        Optional<PageAnalysis> analysis = analysis(opened);
        Optional<Worked> apart = setApart(number, source, analysis);
        if (apart.isPresent()) {
            return apart.get();
        }
        List<Message> done = new ArrayList<>();
        PageRaster scanned = opened.raster();
        PageRaster raster = treatment.withoutFringe(scanned, done);
        List<Outline> papers = profile.tidy().eachPaper() ? PageAnalyser.papers(raster) : List.of();
        if (papers.size() > 1) {
            return papers(number, source, raster, papers, stamp, done, key);
        }
        List<Piece> pieces = pieces(
                number,
                raster,
                analysis,
                raster == scanned ? source : Source.of(raster),
                source.splitBefore(),
                stamp,
                done,
                key);
        List<Piece> portraits = portraits(raster, analysis, number, done);
        return new Worked(List.of(new PageReport(number, Fate.KEPT, analysis, done)), pieces, portraits, "");
    }

    private List<Piece> pieces(
            int number,
            PageRaster raster,
            Optional<PageAnalysis> analysis,
            Source source,
            boolean splitBefore,
            Treatment.StampValues stamp,
            List<Message> done,
            Optional<PageMemory.OfWork> key)
            throws IOException {
        Kind kind = analysis.map(PageAnalysis::kind).orElse(Kind.DOCUMENT);
        List<Piece> pieces = new ArrayList<>();
        boolean split = splitBefore;
        for (Treatment.Treated treated : treatment.apply(raster, analysis, stamp)) {
            boolean untouched =
                    treated.raster() == raster && treated.blackAndWhite().isEmpty();
            Optional<byte[]> jpeg = untouched ? source.jpeg() : Optional.empty();
            Piece piece = piece(treated, jpeg, kind, split, number, key.map(work -> work.reading(pieces.size())));
            pieces.add(piece);
            treated.done().stream().filter(step -> !done.contains(step)).forEach(done::add);
            coding(piece.page).ifPresent(done::add);
            split = false;
        }
        return pieces;
    }

    /** Several papers on the glass: each is cut out and treated as if it had been scanned by itself. */
    private Worked papers(
            int number,
            Source source,
            PageRaster raster,
            List<Outline> outlines,
            Treatment.StampValues stamp,
            List<Message> done,
            Optional<PageMemory.OfWork> key)
            throws IOException {
        done.add(Message.of("page.done.papers").with("n", outlines.size()));
        List<Piece> pieces = new ArrayList<>();
        List<Piece> portraits = new ArrayList<>();
        Map<Message, List<Message>> steps = new LinkedHashMap<>();
        for (int i = 0; i < outlines.size(); i++) {
            PageRaster paper = Resample.cut(raster, outlines.get(i));
            Optional<PageAnalysis> analysis = analysis(new Opened(Source.of(paper)));
            List<Message> own = new ArrayList<>();
            if (analysis.isPresent() && isSkipped(analysis.get(), source)) {
                own.add(Message.of("page.done.left-out")
                        .with("why", analysis.get().blankness().reason(sensitivity)));
            } else {
                boolean split = source.splitBefore() && pieces.isEmpty();
                Optional<PageMemory.OfWork> ofPaper = key.map(work -> work.ofPaper(pieces.size()));
                pieces.addAll(pieces(number, paper, analysis, Source.of(paper), split, stamp, own, ofPaper));
                portraits.addAll(portraits(paper, analysis, number, own));
            }
            Message paperNumber = Message.text(Integer.toString(i + 1));
            own.forEach(
                    step -> steps.computeIfAbsent(step, s -> new ArrayList<>()).add(paperNumber));
        }
        steps.forEach((step, of) -> done.add(which(of, outlines.size(), step)));
        Fate fate = pieces.isEmpty() ? Fate.SKIPPED_BLANK : Fate.KEPT;
        return new Worked(List.of(new PageReport(number, fate, Optional.empty(), done)), pieces, portraits, "");
    }

    private static Message which(List<Message> papers, int all, Message step) {
        return papers.size() == all
                ? step
                : Message.of("page.done.of-papers")
                        .with("n", papers.size())
                        .with("papers", Message.list(papers))
                        .with("step", step);
    }

    /** Whether a light page became one, and what it keeps of the scan. */
    private Optional<Message> coding(DocumentPage page) {
        if (page instanceof DocumentPage.Light light) {
            return Optional.of(Message.of("page.done.light")
                    .with("percent", (int) Math.floor(light.layers().kept() * 100)));
        }
        return profile.files().light() && page instanceof DocumentPage.Jpeg
                ? Optional.of(Message.of("page.done.not-light"))
                : Optional.empty();
    }

    /** A page that the profile leaves as it is goes into the file as the device coded it, and is not even decoded. */
    private Optional<Worked> asItCame(int number, Source source) throws IOException {
        if (!leavesPages || source.knownResolution().isEmpty() || source.jpeg().isEmpty()) {
            return Optional.empty();
        }
        DocumentPage page =
                coder.asItCame(source.jpeg().get(), source.knownResolution().get());
        Piece piece = new Piece(
                page,
                PageWords.none(page.width(), page.height()),
                Kind.DOCUMENT,
                source.splitBefore(),
                number,
                Optional.empty(),
                List.of());
        return Optional.of(new Worked(
                List.of(new PageReport(number, Fate.KEPT, Optional.empty(), List.of())),
                List.of(piece),
                List.of(),
                ""));
    }

    private Worked card(int first, List<Opened> opened, int total, NameValues scan, Optional<PageMemory.OfWork> key)
            throws IOException {
        List<PageReport> reports = new ArrayList<>();
        List<PageRaster> sides = new ArrayList<>();
        List<Piece> portraits = new ArrayList<>();
        for (int i = 0; i < opened.size(); i++) {
            Opened side = opened.get(i);
            int number = first + i;
            Optional<PageAnalysis> analysis = analysis(side);
            Optional<Worked> apart = setApart(number, side.source, analysis);
            if (apart.isPresent()) {
                reports.addAll(apart.get().reports);
                continue;
            }
            List<Message> done = new ArrayList<>();
            PageRaster raster = treatment.withoutFringe(side.raster(), done);
            sides.add(treatment.straightened(raster, analysis, done));
            portraits.addAll(portraits(raster, analysis, number, done));
            done.add(Message.of(sides.size() == 1 ? "page.done.card-front" : "page.done.card-back"));
            reports.add(new PageReport(number, Fate.KEPT, analysis, done));
        }
        if (sides.isEmpty()) {
            return new Worked(reports, List.of(), List.of(), "");
        }
        PageRaster sheet = CardSheet.of(sides.get(0), sides.stream().skip(1).findFirst());
        var stamp = new Treatment.StampValues(first, total, scan);
        Treatment.Treated treated = new Treatment(
                        profile.withTidy(profile.tidy().onlySizeAndStamp()))
                .apply(sheet, Optional.empty(), stamp)
                .get(0);
        boolean split = opened.get(0).source.splitBefore();
        Piece piece = piece(treated, Optional.empty(), Kind.CARD, split, first, key.map(work -> work.reading(0)));
        return new Worked(reports, List.of(piece), portraits, "");
    }

    private Piece piece(
            Treatment.Treated treated,
            Optional<byte[]> jpeg,
            Kind kind,
            boolean split,
            int number,
            Optional<PageMemory.OfWork> key)
            throws IOException {
        PageRaster raster = treated.raster();
        DocumentPage page = treated.blackAndWhite().isPresent()
                ? coder.code(raster, treated.blackAndWhite().get(), treated.media())
                : coder.code(raster, treated.media(), jpeg);
        Optional<View> view = viewer == null ? Optional.empty() : Optional.of(viewer.view(treated.seen()));
        return new Piece(page, words(raster, key), kind, split, number, view, clips(raster));
    }

    private List<ZoneClip> clips(PageRaster raster) {
        return ZoneClip.of(raster, zones, profile.files().languages());
    }

    private PageWords words(PageRaster raster, Optional<PageMemory.OfWork> key) throws IOException {
        if (!profile.files().readsText()) {
            return PageWords.none(raster.width(), raster.height());
        }
        if (key.isPresent() && memory.find(key.get()) instanceof Read before) {
            return before.words;
        }
        PageWords words = reader.read(raster, profile.files().languages());
        key.ifPresent(known -> memory.keep(known, new Read(words)));
        return words;
    }

    private record Read(PageWords words) implements PageMemory.Remembered {
        @Override
        public long bytes() {
            return 200 + 100L * words.words().size();
        }
    }

    private List<Piece> portraits(PageRaster raster, Optional<PageAnalysis> analysis, int number, List<Message> done)
            throws IOException {
        Optional<Box> box = analysis.flatMap(PageAnalysis::portrait);
        if (!profile.tidy().portrait() || box.isEmpty()) {
            return List.of();
        }
        Box b = box.get();
        PageRaster cut = Resample.part(raster, b.x(), b.y(), b.width(), b.height());
        double skew = analysis.get().paper().skewDegrees();
        PageRaster straight = Math.abs(skew) > 0.5 ? Resample.turned(cut, -skew, 255) : cut;
        DocumentPage page = new PageCoder(PORTRAIT).code(straight, straight.mediaSize(), Optional.empty());
        done.add(Message.of("page.done.portrait"));
        return List.of(new Piece(
                page,
                PageWords.none(cut.width(), cut.height()),
                Kind.PHOTO,
                true,
                number,
                Optional.empty(),
                List.of()));
    }

    /** Blank sides and separator sheets, which belong to no file. */
    private Optional<Worked> setApart(int number, Source source, Optional<PageAnalysis> analysis) {
        if (analysis.isEmpty()) {
            return Optional.empty();
        }
        PageAnalysis a = analysis.get();
        Grouping grouping = profile.grouping();
        if (grouping.atSeparator() && a.separator().isPresent()) {
            String text = a.separator().get().separatorText();
            Message note = text.isEmpty()
                    ? Message.of("page.done.separator")
                    : Message.of("page.done.separator-for").with("text", text);
            return Optional.of(new Worked(
                    List.of(new PageReport(number, Fate.SEPARATOR, analysis, List.of(note))),
                    List.of(),
                    List.of(),
                    text));
        }
        if (isSkipped(a, source)) {
            return Optional.of(new Worked(
                    List.of(new PageReport(
                            number,
                            Fate.SKIPPED_BLANK,
                            analysis,
                            List.of(a.blankness().reason(sensitivity)))),
                    List.of(),
                    List.of(),
                    ""));
        }
        return Optional.empty();
    }

    private boolean isSkipped(PageAnalysis analysis, Source source) {
        boolean skips = profile.tidy().skipBlank() != Tidy.SkipBlank.NO
                || profile.grouping().atBlank();
        return skips && analysis.blankness().isBlank(sensitivity) && !source.keep();
    }

    /** Whether a profile asks what is on pages: then they are analysed. */
    public static boolean analyses(ScanProfile profile) {
        Tidy t = profile.tidy();
        Grouping g = profile.grouping();
        return profile.files().type().readsText()
                || profile.colour() == ColourMode.AS_FOUND
                || t.skipBlank() != Tidy.SkipBlank.NO
                || t.crop()
                || t.straighten()
                || t.upright()
                || t.card()
                || t.portrait()
                || g.atBlank()
                || g.atSeparator()
                || g.byKind();
    }

    /** How little counts as something on a page. */
    public static BlankSensitivity sensitivity(ScanProfile profile) {
        return switch (profile.tidy().skipBlank()) {
            case CAREFUL -> BlankSensitivity.CAREFUL;
            case BOLD -> BlankSensitivity.BOLD;
            case NO, USUAL -> BlankSensitivity.USUAL;
        };
    }

    /** What a person did to the page counts for more than what is found. */
    private Optional<PageAnalysis> analysis(Opened page) throws IOException {
        if (!analyses) {
            return Optional.empty();
        }
        Source source = page.source;
        Optional<PageAnalysis> before = source.analysis();
        PageAnalysis found = before.isPresent() ? before.get() : analysed(page);
        PageAnalysis analysis = source.croppedByHand() ? found.fillingTheScan() : found;
        if (source.turnedByHand()) {
            return Optional.of(analysis.withUpright(0, 1));
        }
        if (!turns || analysis.uprightDegrees() == 0) {
            return Optional.of(analysis);
        }
        // Few pages are turned, so each of those can be looked at a second time: in scripts whose letters were not
        // learned,
        // the first look is sure of what is wrong.
        return Optional.of(
                secondLook(page).map(second -> second.settle(analysis)).orElse(analysis));
    }

    private PageAnalysis analysed(Opened page) throws IOException {
        Optional<PageMemory.OfPage> key =
                page.source.digest().map(digest -> new PageMemory.OfPage(digest, Found.class));
        if (key.isPresent() && memory.find(key.get()) instanceof Found before) {
            return before.analysis;
        }
        PageAnalysis analysis = PageAnalyser.analyse(page.raster());
        key.ifPresent(known -> memory.keep(known, new Found(analysis)));
        return analysis;
    }

    private Optional<Orientation> secondLook(Opened page) throws IOException {
        Optional<PageMemory.OfPage> key =
                page.source.digest().map(digest -> new PageMemory.OfPage(digest, Turned.class));
        if (key.isPresent() && memory.find(key.get()) instanceof Turned before) {
            return before.second;
        }
        Optional<Orientation> second = reader.orientation(page.raster());
        key.ifPresent(known -> memory.keep(known, new Turned(second)));
        return second;
    }

    private record Turned(Optional<Orientation> second) implements PageMemory.Remembered {
        @Override
        public long bytes() {
            return 100;
        }
    }

    private record Found(PageAnalysis analysis) implements PageMemory.Remembered {
        @Override
        public long bytes() {
            return 2_000;
        }
    }

    /** Puts pages into files, in order; holds a file open only while it grows. */
    private static final class Binder implements AutoCloseable {
        private final ScanProfile profile;
        private final Path folder;
        private final Description description;
        private final TextReader reader;
        private final Splits splits;
        private final Map<Kind, OpenFile> open = new EnumMap<>(Kind.class);
        private final List<MadeFile> files = new ArrayList<>();
        private final List<PageReport> reports = new ArrayList<>();
        private String separatorText = "";
        private int count;

        Binder(ScanProfile profile, Path folder, Description description, TextReader reader) {
            this.reader = reader;
            this.profile = profile;
            this.folder = folder;
            this.description = description;
            this.splits = new Splits(profile.grouping());
        }

        void take(Worked worked) throws IOException {
            reports.addAll(worked.reports);
            if (worked.isSeparator()) {
                splits.separatorSheet();
                separatorText = worked.separatorText;
                return;
            }
            if (worked.isBlank()) {
                splits.blankSide();
                return;
            }
            for (Piece piece : worked.pieces) {
                boolean begins = splits.page(piece.splitBefore);
                if (begins) {
                    finishAll();
                }
                add(piece);
            }
            for (Piece portrait : worked.portraits) {
                OpenFile file = begin(PORTRAIT, portrait.kind, MadeFile.Part.PORTRAIT);
                file.add(portrait);
                files.add(file.finish(description));
            }
        }

        private void add(Piece piece) throws IOException {
            Kind drawer = profile.grouping().byKind() ? piece.kind : Kind.DOCUMENT;
            OpenFile file = open.get(drawer);
            if (file == null) {
                file = begin(profile.files(), piece.kind, MadeFile.Part.PAGES);
                open.put(drawer, file);
            }
            file.add(piece);
            if (profile.files().onePageEach()) {
                open.remove(drawer);
                files.add(file.finish(description));
            }
        }

        private OpenFile begin(FileSettings settings, Kind kind, MadeFile.Part part) throws IOException {
            Path path = folder.resolve(String.format("part-%04d.%s", ++count, settings.extension()));
            return new OpenFile(path, settings, kind, part, separatorText, reader);
        }

        private void finishAll() throws IOException {
            for (OpenFile file : open.values()) {
                files.add(file.finish(description));
            }
            open.clear();
        }

        Result result() throws IOException {
            finishAll();
            return new Result(List.copyOf(files), List.copyOf(reports));
        }

        @Override
        public void close() throws IOException {
            for (OpenFile file : open.values()) {
                file.writer.close();
            }
        }
    }

    private static final class OpenFile {
        private final Path path;
        private final FileSettings settings;
        private final Kind kind;
        private final MadeFile.Part part;
        private final String separatorText;
        private final FileWriter writer;
        private final TextReader reader;
        private final Map<String, String> zones = new TreeMap<>();
        private final List<Integer> numbers = new ArrayList<>();
        private int pages;

        OpenFile(
                Path path,
                FileSettings settings,
                Kind kind,
                MadeFile.Part part,
                String separatorText,
                TextReader reader)
                throws IOException {
            this.reader = reader;
            this.path = path;
            this.settings = settings;
            this.kind = kind;
            this.part = part;
            this.separatorText = separatorText;
            this.writer = FileWriters.open(path, settings);
        }

        void add(Piece piece) throws IOException {
            writer.add(piece.page, piece.words);
            pages++;
            for (ZoneClip clip : piece.zones) {
                if (clip.zone().page() == pages) {
                    zones.put(clip.zone().key(), clip.text(reader));
                }
            }
            if (!numbers.contains(piece.number)) {
                numbers.add(piece.number);
            }
        }

        MadeFile finish(Description description) throws IOException {
            try (writer) {
                writer.finish(description);
            }
            return new MadeFile(
                    path,
                    part,
                    kind,
                    separatorText,
                    settings.extension(),
                    settings.mediaType(),
                    java.nio.file.Files.size(path),
                    pages,
                    List.copyOf(numbers),
                    Map.copyOf(zones));
        }
    }
}

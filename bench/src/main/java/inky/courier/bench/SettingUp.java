package inky.courier.bench;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.document.Description;
import inky.courier.core.document.JpegPages;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.media.Resolution;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.page.PageRaster;
import inky.courier.core.preflight.JobAtDevice;
import inky.courier.core.preflight.KnownFindings;
import inky.courier.core.preflight.Preflight;
import inky.courier.core.preflight.Surroundings;
import inky.courier.core.preflight.WholeOffice;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.reading.Tesseract;
import inky.courier.core.tidy.Resample;
import inky.courier.core.workshop.NameNeeds;
import inky.courier.core.workshop.PageMemory;
import inky.courier.core.workshop.PageReport;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Workshop;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;

/** Measures what an administrator waits for while a job is composed: the rehearsal after a change of each sort, and preflight. */
public final class SettingUp {
    private static final int CORES = Runtime.getRuntime().availableProcessors();
    private static final int DPI = 200;
    private static final int ROUNDS = 3;
    private static final int PICTURE = 360;

    private final List<Source> pages = new ArrayList<>();
    private final Path folder;
    private Kept before;

    private SettingUp(int count, Path folder) throws IOException {
        this.folder = folder;
        for (int i = 0; i < count; i++) {
            byte[] jpeg = JpegPages.encode(SizeTable.page(i % 8 + 3, DPI), 0.85f);
            String digest = "page " + i;
            pages.add(new Source() {
                @Override
                public PageRaster raster() throws IOException {
                    return JpegPages.decode(jpeg, new Resolution(DPI));
                }

                @Override
                public Optional<String> digest() {
                    return Optional.of(digest);
                }
            });
        }
    }

    public static void main(String[] args) throws Exception {
        if (args.length > 0 && args[0].equals("preflight")) {
            preflight();
            return;
        }
        System.out.println();
        System.out.printf(
                "%-52s %12s %12s%n",
                "rehearsal, colour A4, " + DPI + " dpi, " + CORES + " cores", "10 pages", "100 pages");
        Path folder = Files.createTempDirectory("setting-up-bench");
        SettingUp ten = new SettingUp(10, folder);
        SettingUp hundred = new SettingUp(100, folder);
        ten.first();
        System.out.printf("%-52s %9d ms %9d ms%n", "the first time, nothing known", ten.first(), hundred.first());
        Map<String, UnaryOperator<ScanProfile>> changes = new TreeMap<>(Map.of(
                "1 another name or destination", p -> p,
                "2 a new file every two pages", p -> p.withGrouping(new Grouping(2, false, false, false)),
                "3 blank sides skipped", p -> p.withTidy(p.tidy().with(t -> t.skipBlank = Tidy.SkipBlank.USUAL)),
                "4 straightened no more", p -> p.withTidy(p.tidy().with(t -> t.straighten = false)),
                "5 grey", p -> p.withColour(ColourMode.GREY),
                "6 black and white", p -> p.withColour(ColourMode.BLACK_AND_WHITE),
                "7 finer JPEG", p -> p.withFiles(p.files().withQuality(FileSettings.Quality.FINE)),
                "8 a light PDF: its pages",
                        p -> p.withFiles(p.files().withLight(true).plain()),
                "9 a light PDF: its size", p -> p.withFiles(p.files().withLight(true))));
        for (var change : changes.entrySet()) {
            System.out.printf(
                    "%-52s %9d ms %9d ms%n",
                    "after: " + change.getKey().substring(2),
                    ten.after(change.getValue()),
                    hundred.after(change.getValue()));
        }
        preflight();
    }

    private static ScanProfile usual() {
        return new ScanProfile(ColourMode.AS_FOUND, new Resolution(DPI), Sides.ONE, FileType.PDF)
                .withTidy(Tidy.USUAL.with(t -> t.skipBlank = Tidy.SkipBlank.NO));
    }

    /** What is known afterwards is what each change begins with. */
    private long first() throws IOException {
        before = new Kept(null);
        return rehearse(usual(), before);
    }

    /** The middle of some; of many pages one time is enough. */
    private long after(UnaryOperator<ScanProfile> change) throws IOException {
        List<Long> times = new ArrayList<>();
        int rounds = pages.size() > 10 ? 1 : ROUNDS;
        for (int i = 0; i < rounds; i++) {
            times.add(rehearse(change.apply(usual()), new Kept(before)));
        }
        return times.stream().sorted().toList().get(rounds / 2);
    }

    private long rehearse(ScanProfile profile, Kept memory) throws IOException {
        long began = System.nanoTime();
        new Workshop(profile, new Tesseract(), CORES, NameNeeds.NOTHING, SMALL, memory)
                .make(
                        pages,
                        Files.createTempDirectory(folder, "made"),
                        new Description("Rehearsal", "", Instant.EPOCH, ZoneOffset.UTC));
        return (System.nanoTime() - began) / 1_000_000;
    }

    /** As the rehearsal of the application looks at pages. */
    private static final PageReport.Viewer SMALL = page -> {
        double share = (double) PICTURE / Math.max(page.width(), page.height());
        PageRaster small =
                Resample.scaled(page, (int) (page.width() * share), (int) (page.height() * share), page.resolution());
        try {
            return new Seen(JpegPages.encode(small, 0.8f).length);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    };

    private record Seen(long bytes) implements PageReport.View {}

    private static final class Kept implements PageMemory {
        private final Map<Object, Remembered> known;

        Kept(Kept before) {
            known = before == null ? new ConcurrentHashMap<>() : new ConcurrentHashMap<>(before.known);
        }

        @Override
        public Remembered find(Object key) {
            return known.get(key);
        }

        @Override
        public void keep(Object key, Remembered what) {
            known.put(key, what);
        }
    }

    private static final int WARM = 15;
    private static final int DEVICES = 1000;
    private static final int JOBS = 200;
    private static final int PLACES = 12;
    private static final int CHANGES = 15;

    /** A thousand devices of ten sorts, 200 jobs, 12 on each panel. */
    private static void preflight() {
        Map<UUID, DeviceAbilities> devices = new HashMap<>();
        Office office = office(devices);
        Surroundings around = new Surroundings(
                Instant.EPOCH,
                new Surroundings.People(5000, 0, 0),
                2,
                Set.of(),
                Map.of(),
                devices,
                new Surroundings.Reading(Set.of("eng"), true, true),
                List.of(),
                Map.of());
        KnownFindings known = new KnownFindings();
        JobItem job = office.all(JobItem.class).get(0);
        // As at a desk that was in use for a while.
        for (int i = 0; i < WARM; i++) {
            known = new KnownFindings();
            check(office, around, known);
            check(changed(office, job, 300 + i), around, known);
        }
        known = new KnownFindings();
        System.out.println();
        System.out.printf(
                "%-52s %9d ms  target 2000%n",
                "preflight of 1,000 devices and 200 jobs, whole", check(office, around, known));
        long[] after = new long[CHANGES];
        for (int i = 0; i < CHANGES; i++) {
            after[i] = check(changed(office, job, 400 + i), around, known);
        }
        Arrays.sort(after);
        System.out.printf(
                "%-52s %9d ms  target 50, the slowest of %d %d ms%n",
                "after one job was changed, median", after[CHANGES / 2], CHANGES, after[CHANGES - 1]);
    }

    private static Office changed(Office office, JobItem job, int dpi) {
        return office.apply(List.of(new Change.Put(job.withChanges(ProfileDifference.dpi(dpi)))));
    }

    private static long check(Office office, Surroundings around, KnownFindings known) {
        long began = System.nanoTime();
        Preflight.check(new WholeOffice(office, around));
        Map<UUID, JobItem> jobs = new HashMap<>();
        office.all(JobItem.class).forEach(job -> jobs.put(job.id(), job));
        for (PanelItem panel : office.all(PanelItem.class)) {
            for (UUID id : panel.places().values()) {
                known.of(new JobAtDevice(
                        office, jobs.get(id), panel.id(), around.devices().get(panel.id())));
            }
        }
        return (System.nanoTime() - began) / 1_000_000;
    }

    private static Office office(Map<UUID, DeviceAbilities> devices) {
        List<Change> all = new ArrayList<>();
        UUID server = new UUID(3, 1);
        all.add(new Change.Put(new MailServerItem(
                server,
                "Post",
                "mail.example",
                587,
                Encryption.STARTTLS,
                CertificateCheck.MUST_BE_VALID,
                "",
                MailSignIn.PASSWORD,
                "scans@ferry.example",
                "scans@ferry.example",
                false,
                25,
                "",
                "")));
        for (int i = 0; i < JOBS; i++) {
            UUID to = new UUID(4, i);
            UUID profile = new UUID(5, i % 40);
            UUID name = new UUID(6, i % 20);
            all.add(new Change.Put(new DestinationItem(
                    to,
                    "Office " + i,
                    DestinationKind.MAIL_FIXED,
                    server,
                    MailSettings.USUAL.to(List.of("office" + i + "@ferry.example")),
                    DestinationItem.NOTHING)));
            if (i < 40) {
                ScanProfile scan = new ScanProfile(
                        ColourMode.values()[i % 4], new Resolution(200 + i), Sides.values()[i % 3], FileType.PDF);
                all.add(new Change.Put(new ProfileItem(profile, "Profile " + i, scan)));
            }
            if (i < 20) {
                all.add(new Change.Put(new NameItem(name, "Name " + i, "{date} {job} {counter:" + (i % 8 + 2) + "}")));
            }
            all.add(new Change.Put(JobItem.usual(
                    new UUID(7, i), "Job " + i, profile, name, List.of(new JobItem.Target(to, List.of())))));
        }
        for (int i = 0; i < DEVICES; i++) {
            UUID id = new UUID(2, i);
            all.add(new Change.Put(new DeviceItem(
                    id,
                    "Device " + i,
                    "Place " + i % 30,
                    "",
                    "192.0." + i / 250 + "." + (i % 250 + 1),
                    631,
                    60,
                    "",
                    DeviceProtocol.IPP)));
            TreeMap<Integer, UUID> places = new TreeMap<>();
            for (int place = 1; place <= PLACES; place++) {
                places.put(place, new UUID(7, (i * 7L + place) % JOBS));
            }
            all.add(new Change.Put(new PanelItem(id, places)));
            devices.put(
                    id,
                    new DeviceAbilities(
                            "Sort " + i % 10,
                            true,
                            i % 10 < 5,
                            50,
                            i % 10 > 2,
                            i % 10 != 7,
                            List.of(100 + i % 10, 200, 300, 600),
                            List.of(),
                            PLACES,
                            false,
                            false,
                            false,
                            true));
        }
        return Office.EMPTY.apply(all);
    }
}

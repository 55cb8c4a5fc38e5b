package inky.courier.scan;

import inky.courier.core.document.JpegPages;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.BlankSensitivity;
import inky.courier.core.page.Blankness;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PixelLimit;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tidy;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceLink;
import inky.courier.device.DeviceTrouble;
import inky.courier.live.Live;
import inky.courier.store.ContentStore;
import inky.courier.store.Transactions;
import inky.courier.web.Json;
import inky.courier.web.MessageColumn;
import inky.courier.web.Refusal;
import jakarta.annotation.PreDestroy;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** Runs scans. Every page is safe in the database before the next one is asked for. */
@Service
public class ScanService {
    private static final Logger LOG = LoggerFactory.getLogger(ScanService.class);
    private static final String JPEG = "image/jpeg";
    private static final int THUMBNAIL_WIDTH = 300;

    /** More than any stack of paper; bounds a device that never ends. */
    private static final int MOST_PAGES = 2_000;

    private static final Duration BEAT = Duration.ofSeconds(2);

    private final ScanRepository scans;
    private final DeviceLink link;
    private final ContentStore store;
    private final JdbcClient jdbc;
    private final Live live;
    private final Clock clock;
    private final Transactions transaction;
    private final PageLimiter limiter;
    private final ExecutorService threads = Executors.newCachedThreadPool(task -> new Thread(task, "scan"));
    private final Set<UUID> running = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService beats =
            Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "scan beats"));

    ScanService(
            ScanRepository scans,
            DeviceLink link,
            ContentStore store,
            JdbcClient jdbc,
            Live live,
            Clock clock,
            Transactions transaction,
            PageLimiter limiter) {
        this.scans = scans;
        this.link = link;
        this.store = store;
        this.jdbc = jdbc;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
        this.limiter = limiter;
        beats.scheduleWithFixedDelay(this::beat, BEAT.toMillis(), BEAT.toMillis(), TimeUnit.MILLISECONDS);
    }

    /**
     * @param media what a person calls the paper size
     * @param blankReason why the profile leaves this side out; empty when it does not
     * @param keep whether a person brought it back
     * @param splitBefore whether a person set a split before it
     */
    public record PageView(
            int number,
            int width,
            int height,
            long bytes,
            String media,
            Message blankReason,
            boolean keep,
            boolean splitBefore) {}

    public record ScanView(
            UUID id,
            UUID deviceId,
            UUID personId,
            UUID jobId,
            ScanState state,
            Message trouble,
            Message remedy,
            Instant beganAt,
            List<PageView> pages) {}

    /** A page as the delivery needs it. */
    public record KeptPage(int number, UUID contentId, UUID thumbnailId, boolean keep, boolean splitBefore) {}

    /** Begins a scan; its pages come by themselves from then on. */
    public ScanView start(UUID deviceId, DeviceAddress address, UUID personId, UUID jobId, ScanProfile profile) {
        Scan scan = transaction.execute(status -> {
            Scan made = new Scan();
            made.deviceId = deviceId;
            made.personId = personId;
            made.jobId = jobId;
            made.dpi = profile.resolution().dpi();
            made.createdAt = clock.instant();
            made.aliveAt = made.createdAt;
            return scans.save(made);
        });
        run(scan.id, address, profile);
        return get(scan.id);
    }

    /** Another load of paper into the same document. */
    public ScanView addLoad(UUID id, DeviceAddress address, ScanProfile profile) {
        transaction.executeWithoutResult(status -> {
            Scan scan = held(id);
            refuseWhenSent(scan);
            if (scan.state == ScanState.SCANNING || scan.state == ScanState.CANCELLED) {
                throw Refusal.of(HttpStatus.CONFLICT, "scan.busy");
            }
            scan.state = ScanState.SCANNING;
            scan.aliveAt = clock.instant();
            scan.trouble = Message.none();
            scan.remedy = Message.none();
        });
        run(id, address, profile);
        return get(id);
    }

    /** Ends a scan for good, in whichever instance it runs: that one keeps no page of it any more. */
    public void cancel(UUID id) {
        transaction.executeWithoutResult(status -> {
            Scan scan = held(id);
            refuseWhenSent(scan);
            scan.state = ScanState.CANCELLED;
            scan.endedAt = clock.instant();
            removeContents(id);
            tell(id);
        });
    }

    /** A scan that is about to be sent: nobody else changes it or its pages until the transaction ends. */
    @Transactional(propagation = Propagation.MANDATORY)
    public ScanView hold(UUID id) {
        held(id);
        return get(id);
    }

    /** Part of the transaction that sends it. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void sent(UUID id, Instant at) {
        find(id).sentAt = at;
    }

    private static void refuseWhenSent(Scan scan) {
        if (scan.sentAt != null) {
            throw Refusal.of(HttpStatus.CONFLICT, "scan.sent");
        }
    }

    @Transactional(readOnly = true)
    public ScanView get(UUID id) {
        Scan scan = find(id);
        List<PageView> pages = jdbc.sql(
                        "select number, width, height, bytes, media, blank_reason, keep, split_before from scan_page where scan_id = ? order by number")
                .param(id)
                .query((row, n) -> new PageView(
                        row.getInt(1),
                        row.getInt(2),
                        row.getInt(3),
                        row.getLong(4),
                        row.getString(5),
                        MessageColumn.read(row.getString(6)),
                        row.getBoolean(7),
                        row.getBoolean(8)))
                .list();
        return new ScanView(
                id,
                scan.deviceId,
                scan.personId,
                scan.jobId,
                scan.state,
                scan.trouble,
                scan.remedy,
                scan.createdAt,
                pages);
    }

    @Transactional(readOnly = true)
    public Resolution resolution(UUID id) {
        return new Resolution(find(id).dpi);
    }

    @Transactional(readOnly = true)
    public List<KeptPage> keptPages(UUID id) {
        return jdbc.sql(
                        "select number, content_id, thumbnail_id, keep, split_before from scan_page where scan_id = ? order by number")
                .param(id)
                .query((row, n) -> new KeptPage(
                        row.getInt(1),
                        row.getObject(2, UUID.class),
                        row.getObject(3, UUID.class),
                        row.getBoolean(4),
                        row.getBoolean(5)))
                .list();
    }

    /** What a person decides about a page before it is sent. */
    @Transactional
    public void mark(UUID id, int number, boolean keep, boolean splitBefore) {
        refuseWhenSent(held(id));
        markSent(id, number, keep, splitBefore);
    }

    /** What a person decides about a page of a delivery, which makes its files again. */
    @Transactional
    public void markSent(UUID id, int number, boolean keep, boolean splitBefore) {
        if (jdbc.sql("update scan_page set keep = ?, split_before = ? where scan_id = ? and number = ?")
                        .params(keep, splitBefore, id, number)
                        .update()
                == 0) {
            throw Refusal.notFound("page");
        }
        tell(id);
    }

    /** A page and what became of it. @param fate empty as long as no files were made */
    public record ReportedPage(
            int number, long bytes, String media, String fate, List<Message> done, boolean keep, boolean splitBefore) {}

    @Transactional(readOnly = true)
    public List<ReportedPage> reportedPages(UUID id) {
        return jdbc.sql("select number, bytes, media, fate, done, keep, split_before from scan_page where scan_id = ? "
                        + "order by number")
                .param(id)
                .query((row, n) -> new ReportedPage(
                        row.getInt(1),
                        row.getLong(2),
                        row.getString(3),
                        row.getString(4),
                        Json.read(row.getString(5), new TypeReference<List<Message>>() {}),
                        row.getBoolean(6),
                        row.getBoolean(7)))
                .list();
    }

    /** What became of a page when the files were made. */
    @Transactional
    public void keepReport(UUID id, int number, String fate, String done) {
        jdbc.sql("update scan_page set fate = ?, done = ? where scan_id = ? and number = ?")
                .params(fate, done, id, number)
                .update();
    }

    /** Removes the pages for good. */
    @Transactional
    public void removeContents(UUID id) {
        for (KeptPage page : keptPages(id)) {
            store.remove(List.of(page.contentId, page.thumbnailId));
        }
        jdbc.sql("delete from scan_page where scan_id = ?").param(id).update();
    }

    /** Forgets scans whose deliveries are gone. */
    @Transactional
    public void forget(List<UUID> ids) {
        if (!ids.isEmpty()) {
            jdbc.sql("delete from scan where id in (:ids)").param("ids", ids).update();
        }
    }

    /** A scan runs in one instance; one that shows no more that it lives has lost it. @return how many */
    @Transactional
    public int endOrphans(Instant before) {
        List<UUID> ids = jdbc.sql("select id from scan where state = 'SCANNING' and coalesce(alive_at, created_at) < ?")
                .param(before.atOffset(ZoneOffset.UTC))
                .query(UUID.class)
                .list();
        ids.forEach(id -> {
            Scan scan = held(id);
            scan.state = ScanState.TROUBLE;
            scan.trouble = Message.of("trouble.scan.restarted");
            scan.remedy = Message.of("trouble.scan.restarted.remedy");
            scan.endedAt = clock.instant();
            tell(id);
        });
        return ids.size();
    }

    /** However long a device takes for a page, the others see that somebody still waits for it. */
    private void beat() {
        try {
            if (!running.isEmpty()) {
                jdbc.sql("update scan set alive_at = :now where id in (:ids) and state = 'SCANNING'")
                        .param("now", clock.instant().atOffset(ZoneOffset.UTC))
                        .param("ids", List.copyOf(running))
                        .update();
            }
        } catch (RuntimeException e) {
            LOG.warn("scans under way cannot be noted: {}", e.getMessage());
        }
    }

    /** Scans that were never sent, or broke with the instance that ran them. @return how many */
    @Transactional
    public int removeAbandoned(Instant before) {
        List<UUID> ids = jdbc.sql(
                        "select id from scan s where sent_at is null and created_at < ? and exists (select 1 from scan_page p where p.scan_id = s.id)")
                .param(before.atOffset(ZoneOffset.UTC))
                .query(UUID.class)
                .list();
        ids.forEach(this::removeContents);
        return ids.size();
    }

    /** Puts a page into a scan without a device, for the demo's history. */
    @Transactional
    public void keepPage(UUID scanId, int number, byte[] jpeg, Message blankReason) throws IOException {
        keep(find(scanId), number, Prepared.of(jpeg, blankReason));
    }

    private void keep(Scan scan, int number, Prepared page) {
        Resolution resolution = new Resolution(scan.dpi);
        String media = MediaSizes.snap(
                        resolution.hundredthsOfMm(page.extent.width()), resolution.hundredthsOfMm(page.extent.height()))
                .label();
        try {
            UUID content = store.keep(new ByteArrayInputStream(page.jpeg), JPEG).id();
            UUID thumbnail =
                    store.keep(new ByteArrayInputStream(page.thumbnail), JPEG).id();
            jdbc.sql("insert into scan_page (scan_id, number, content_id, thumbnail_id, width, height, bytes, media, "
                            + "blank_reason) values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .params(
                            scan.id,
                            number,
                            content,
                            thumbnail,
                            page.extent.width(),
                            page.extent.height(),
                            page.jpeg.length,
                            media,
                            MessageColumn.write(page.blankReason))
                    .update();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        tell(scan.id);
    }

    /** A scan that is complete from the start, for the demo's history. */
    @Transactional
    public UUID keepComplete(UUID deviceId, UUID personId, UUID jobId, int dpi, Instant at, List<byte[]> pages)
            throws IOException {
        Scan scan = new Scan();
        scan.deviceId = deviceId;
        scan.personId = personId;
        scan.jobId = jobId;
        scan.dpi = dpi;
        scan.createdAt = at;
        scan.endedAt = at;
        scan.state = ScanState.COMPLETE;
        scans.saveAndFlush(scan);
        for (int i = 0; i < pages.size(); i++) {
            keepPage(scan.id, i + 1, pages.get(i), Message.none());
        }
        return scan.id;
    }

    @PreDestroy
    void stop() {
        beats.shutdownNow();
        threads.shutdownNow();
    }

    private void run(UUID id, DeviceAddress address, ScanProfile profile) {
        running.add(id);
        threads.execute(() -> {
            try {
                take(id, address, profile);
            } catch (DeviceTrouble trouble) {
                end(id, ScanState.TROUBLE, trouble.sentence(), trouble.remedy());
            } catch (PixelLimit.TooLarge e) {
                end(id, ScanState.TROUBLE, e.sentence(), Message.of("trouble.scan.page-too-large.remedy"));
            } catch (IOException e) {
                LOG.warn("a page of scan {} cannot be read: {}", id, e.getMessage());
                end(id, "trouble.scan.page-unreadable");
            } catch (RuntimeException | OutOfMemoryError e) {
                LOG.error("scan {}", id, e);
                end(id, "trouble.scan.not-stored");
            } finally {
                running.remove(id);
            }
        });
    }

    private void take(UUID id, DeviceAddress address, ScanProfile profile) throws DeviceTrouble, IOException {
        DeviceLink.Scan scan = link.begin(address, profile);
        int number = keptPages(id).size();
        boolean last = false;
        while (!last) {
            if (!isWanted(id)) {
                scan.cancel();
                return;
            }
            if (number >= MOST_PAGES) {
                scan.cancel();
                end(
                        id,
                        ScanState.TROUBLE,
                        Message.of("trouble.scan.most-pages").with("n", MOST_PAGES),
                        Message.of("trouble.scan.most-pages.remedy"));
                return;
            }
            DeviceLink.ScannedPage page = scan.next();
            number++;
            boolean kept;
            try {
                kept = keepInTransaction(id, number, limiter.compute(() -> prepared(page.jpeg(), profile)));
            } catch (IOException e) {
                // Sheets that would come after a page that is missing are better scanned again with it.
                scan.cancel();
                throw e;
            }
            if (!kept) {
                scan.cancel();
                return;
            }
            last = page.last();
        }
        end(id, ScanState.COMPLETE, Message.none(), Message.none());
    }

    private boolean isWanted(UUID id) {
        return jdbc.sql("select state from scan where id = ?")
                .param(id)
                .query(String.class)
                .optional()
                .filter(ScanState.SCANNING.name()::equals)
                .isPresent();
    }

    /** Looked at as the page comes, so that the person at the panel can bring a side back before it is sent. */
    private static Prepared prepared(byte[] jpeg, ScanProfile profile) throws IOException {
        Tidy.SkipBlank skip = profile.tidy().skipBlank();
        if (skip == Tidy.SkipBlank.NO) {
            return Prepared.of(jpeg, Message.none());
        }
        PageRaster page = JpegPages.decode(jpeg, profile.resolution());
        Blankness blankness = PageAnalyser.blankness(page, BlankSensitivity.valueOf(skip.name()));
        return new Prepared(
                jpeg,
                new JpegPages.Extent(page.width(), page.height()),
                JpegPages.thumbnail(page, THUMBNAIL_WIDTH),
                blankness.blank() ? blankness.reason() : Message.none());
    }

    /** @return whether it was still wanted when it came */
    private boolean keepInTransaction(UUID id, int number, Prepared page) throws IOException {
        try {
            return Boolean.TRUE.equals(transaction.persistently(() -> {
                Scan scan = held(id);
                if (scan.state != ScanState.SCANNING) {
                    return false;
                }
                keep(scan, number, page);
                return true;
            }));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** A page with what is seen of it at once; computed before a connection is taken, of which there are few. */
    private record Prepared(byte[] jpeg, JpegPages.Extent extent, byte[] thumbnail, Message blankReason) {
        static Prepared of(byte[] jpeg, Message blankReason) throws IOException {
            return new Prepared(jpeg, JpegPages.extent(jpeg), JpegPages.thumbnail(jpeg, THUMBNAIL_WIDTH), blankReason);
        }
    }

    /** Whose scan it is hears of it. */
    private void tell(UUID id) {
        scans.findById(id).ifPresent(scan -> live.tell("scan", id, scan.personId));
    }

    private void end(UUID id, String code) {
        end(id, ScanState.TROUBLE, Message.of(code), Message.of(code + ".remedy"));
    }

    private void end(UUID id, ScanState state, Message trouble, Message remedy) {
        transaction.executeWithoutResult(status -> {
            Scan scan = held(id);
            if (scan.state == ScanState.SCANNING) {
                scan.state = state;
                scan.trouble = trouble;
                scan.remedy = remedy;
                scan.endedAt = clock.instant();
            }
            tell(id);
        });
    }

    /** Nobody else's until the transaction ends. */
    private Scan held(UUID id) {
        return scans.hold(id).orElseThrow(() -> Refusal.notFound("scan"));
    }

    private Scan find(UUID id) {
        return scans.findById(id).orElseThrow(() -> Refusal.notFound("scan"));
    }
}

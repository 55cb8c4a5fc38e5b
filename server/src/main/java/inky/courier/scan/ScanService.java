package inky.courier.scan;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.PixelLimit;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.workshop.Workshop;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceLinks;
import inky.courier.device.DeviceScanner;
import inky.courier.device.DeviceTrouble;
import inky.courier.live.Live;
import inky.courier.store.Transactions;
import inky.courier.store.WorkFolders;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
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

/** Runs scans. Every page is safe in the database before the next one is asked for. */
@Service
public class ScanService {
    private static final Logger LOG = LoggerFactory.getLogger(ScanService.class);

    /** More than any stack of paper; bounds a device that never ends. */
    private static final int MOST_PAGES = 2_000;

    private static final Duration BEAT = Duration.ofSeconds(2);

    /** What programs write that do not know it is 72 or 96. */
    private static final int LEAST_DPI = 100;

    private static final int MOST_DPI = 1200;

    private final ScanRepository scans;
    private final DeviceLinks links;
    private final ScanPages pages;
    private final JdbcClient jdbc;
    private final Live live;
    private final Clock clock;
    private final Transactions transaction;
    private final PageLimiter limiter;
    private final WorkFolders folders;
    private final ExecutorService threads = Executors.newCachedThreadPool(task -> new Thread(task, "scan"));
    private final Set<UUID> running = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService beats =
            Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "scan beats"));

    ScanService(
            ScanRepository scans,
            DeviceLinks links,
            ScanPages pages,
            JdbcClient jdbc,
            Live live,
            Clock clock,
            Transactions transaction,
            PageLimiter limiter,
            WorkFolders folders) {
        this.scans = scans;
        this.links = links;
        this.pages = pages;
        this.jdbc = jdbc;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
        this.limiter = limiter;
        this.folders = folders;
        beats.scheduleWithFixedDelay(this::beat, BEAT.toMillis(), BEAT.toMillis(), TimeUnit.MILLISECONDS);
    }

    /** Where pages are from. @param deviceId null for none */
    public record Origin(@Nullable UUID deviceId, UUID personId, UUID jobId) {}

    /** @param deviceId null for pages that came from none */
    public record ScanView(
            UUID id,
            @Nullable UUID deviceId,
            UUID personId,
            UUID jobId,
            ScanState state,
            Message trouble,
            Message remedy,
            Instant beganAt,
            List<ScanPages.PageView> pages,
            boolean edited) {}

    /** Begins a scan; its pages come by themselves from then on. */
    public ScanView start(UUID deviceId, DeviceAddress address, UUID personId, UUID jobId, ScanProfile profile) {
        return start(new Origin(deviceId, personId, jobId), profile, ofDevice(address, profile));
    }

    /** A file whose pages become a scan's. @param name as whoever chose it knows it */
    public record Document(String name, Fetch fetch) {
        /** Brings it when its turn has come. */
        public interface Fetch {
            /** @throws Refusal with words for who waits */
            void into(Path file) throws IOException;
        }
    }

    /** The same with the pages of a file instead of paper. */
    public ScanView start(Origin origin, ScanProfile profile, Document document) {
        return start(origin, profile, new DocumentPages(folders, limiter, document, profile.resolution()));
    }

    private ScanView start(Origin origin, ScanProfile profile, PageSupply supply) {
        Scan scan = transaction.execute(status -> {
            Scan made = new Scan();
            made.deviceId = origin.deviceId;
            made.personId = origin.personId;
            made.jobId = origin.jobId;
            made.createdAt = clock.instant();
            made.aliveAt = made.createdAt;
            return scans.save(made);
        });
        run(scan.id, supply, profile, Optional.empty());
        return get(scan.id);
    }

    /** Another load of paper into the same document. @param instead the page whose place its first one takes; its others follow that */
    public ScanView addLoad(UUID id, DeviceAddress address, ScanProfile profile, Optional<UUID> instead) {
        transaction.executeWithoutResult(status -> {
            Scan scan = held(id);
            instead.ifPresent(page -> pages.placeOf(id, page));
            refuseWhenSent(scan);
            if (scan.state == ScanState.SCANNING || scan.state == ScanState.CANCELLED) {
                throw Refusal.of(HttpStatus.CONFLICT, "scan.busy");
            }
            scan.state = ScanState.SCANNING;
            scan.aliveAt = clock.instant();
            scan.trouble = Message.none();
            scan.remedy = Message.none();
        });
        run(id, ofDevice(address, profile), profile, instead);
        return get(id);
    }

    /** Ends a scan for good, in whichever instance it runs: that one keeps no page of it any more. */
    public void cancel(UUID id) {
        transaction.executeWithoutResult(status -> {
            Scan scan = held(id);
            refuseWhenSent(scan);
            scan.state = ScanState.CANCELLED;
            scan.endedAt = clock.instant();
            pages.removeContents(id);
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
        return new ScanView(
                id,
                scan.deviceId,
                scan.personId,
                scan.jobId,
                scan.state,
                scan.trouble,
                scan.remedy,
                scan.createdAt,
                pages.views(id),
                pages.isEdited(id));
    }

    /** What stopped it; empty for nothing, or where it is not there any more. */
    @Transactional(readOnly = true)
    public Optional<Message> troubleOf(UUID id) {
        return scans.findById(id).map(scan -> scan.trouble);
    }

    /** What a person does to a page before it is sent. */
    @Transactional
    public void edit(UUID id, PageEditForm edit) {
        refuseWhenSent(held(id));
        editSent(id, edit);
    }

    /** What a person does to a page of a delivery, which makes its files again. */
    @Transactional
    public void editSent(UUID id, PageEditForm edit) {
        if (edit.action() == PageEditForm.Action.REPLACE) {
            // Only scanning it again does.
            throw Invalid.of("page-edit.page", "by");
        }
        pages.edit(id, edit);
        tell(id);
    }

    /** Takes the last edit back, before it is sent. */
    @Transactional
    public void undoEdit(UUID id) {
        refuseWhenSent(held(id));
        undoEditSent(id);
    }

    /** The same of a delivery, which makes its files again. */
    @Transactional
    public void undoEditSent(UUID id) {
        pages.undo(id);
        tell(id);
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
        return removeUnsent("created_at < ?", before.atOffset(ZoneOffset.UTC));
    }

    /** Removes the pages of what somebody has scanned and not sent. */
    @Transactional
    public void removeUnsentOf(UUID person) {
        removeUnsent("person_id = ?", person);
    }

    private int removeUnsent(String which, Object value) {
        List<UUID> ids = jdbc.sql("select id from scan s where sent_at is null and not unclaimed and " + which
                        + " and exists (select 1 from scan_page p where p.scan_id = s.id)")
                .param(value)
                .query(UUID.class)
                .list();
        ids.forEach(pages::removeContents);
        return ids.size();
    }

    /**
     * A scan that is complete from the start.
     *
     * @param origin where the pages are from
     * @throws IOException when one of them is no picture
     */
    @Transactional
    public UUID keepComplete(Origin origin, Instant at, List<ArrivingPage.From> arriving) throws IOException {
        Scan scan = scan(origin, at);
        scans.saveAndFlush(scan);
        for (ArrivingPage.From from : arriving) {
            pages.keep(scan.id, prepared(from.page()));
        }
        return scan.id;
    }

    /**
     * Documents that came by themselves, as one scan; held for its owner until it is claimed or dropped.
     *
     * @param wanted the resolution at which pages are taken that have a finer one
     * @return how it is known, and how many pages it has
     * @throws IOException when they cannot be kept
     * @throws Invalid when one of them is no picture
     */
    @Transactional
    public Incoming keepIncoming(Origin origin, Instant at, Resolution wanted, List<Document> documents)
            throws IOException {
        Scan scan = scan(origin, at);
        scan.unclaimed = true;
        scans.saveAndFlush(scan);
        int count = 0;
        for (Document document : documents) {
            try (PageSupply.Load load = new DocumentPages(folders, limiter, document, wanted).begin()) {
                while (load.hasNext()) {
                    if (count++ >= MOST_PAGES) {
                        throw Refusal.of(HttpStatus.UNPROCESSABLE_CONTENT, "intake.most-pages");
                    }
                    pages.keep(scan.id, prepared(load.next()));
                }
            } catch (DeviceTrouble e) {
                throw new IllegalStateException("no device takes part", e);
            }
        }
        return new Incoming(scan.id, count);
    }

    /** @param pages how many it has */
    public record Incoming(UUID scan, int pages) {}

    /** It is known whose it is, and by which job it goes. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void claim(UUID id, UUID person, UUID job) {
        Scan scan = held(id);
        refuseWhenSent(scan);
        scan.personId = person;
        scan.jobId = job;
        scan.unclaimed = false;
    }

    /** Nobody wants it; its pages go. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void dropIncoming(UUID id) {
        Scan scan = held(id);
        refuseWhenSent(scan);
        scan.unclaimed = false;
        scan.state = ScanState.CANCELLED;
        pages.removeContents(id);
    }

    private static Scan scan(Origin origin, Instant at) {
        Scan scan = new Scan();
        scan.deviceId = origin.deviceId;
        scan.personId = origin.personId;
        scan.jobId = origin.jobId;
        scan.createdAt = at;
        scan.endedAt = at;
        scan.state = ScanState.COMPLETE;
        return scan;
    }

    @PreDestroy
    void stop() {
        beats.shutdownNow();
        threads.shutdownNow();
    }

    private Prepared prepared(ArrivingPage page) throws IOException {
        return limiter.compute(page.pixels(), () -> Prepared.of(page));
    }

    private void run(UUID id, PageSupply supply, ScanProfile profile, Optional<UUID> instead) {
        running.add(id);
        threads.execute(() -> {
            try {
                take(id, supply, profile, instead);
            } catch (DeviceTrouble trouble) {
                end(id, ScanState.TROUBLE, trouble.sentence(), trouble.remedy());
            } catch (Invalid invalid) {
                Problem why = invalid.problems().get(0);
                end(id, ScanState.TROUBLE, why.sentence(), why.remedy());
            } catch (Refusal refused) {
                end(id, ScanState.TROUBLE, refused.sentence(), refused.remedy());
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

    private PageSupply ofDevice(DeviceAddress address, ScanProfile profile) {
        return () -> {
            DeviceScanner.Scan scan = links.scanner(address).begin(address, profile);
            return new PageSupply.Load() {
                @Override
                public ArrivingPage next() throws DeviceTrouble {
                    return arriving(scan.next(), profile);
                }

                @Override
                public boolean hasNext() throws DeviceTrouble {
                    return scan.hasNext();
                }

                @Override
                public void cancel() {
                    scan.cancel();
                }
            };
        };
    }

    private void take(UUID id, PageSupply supply, ScanProfile profile, Optional<UUID> instead)
            throws DeviceTrouble, IOException {
        try (PageSupply.Load load = supply.begin()) {
            take(id, load, profile, instead);
        }
    }

    private void take(UUID id, PageSupply.Load load, ScanProfile profile, Optional<UUID> instead)
            throws DeviceTrouble, IOException {
        int count = pages.count(id);
        Arrival arrival = new Arrival(id, instead);
        while (load.hasNext()) {
            if (!isWanted(id)) {
                load.cancel();
                return;
            }
            if (count >= MOST_PAGES) {
                load.cancel();
                end(
                        id,
                        ScanState.TROUBLE,
                        Message.of("trouble.scan.most-pages").with("n", MOST_PAGES),
                        Message.of("trouble.scan.most-pages.remedy"));
                return;
            }
            ArrivingPage page = load.next();
            count++;
            boolean kept;
            try {
                kept = arrival.keep(page, profile);
            } catch (IOException e) {
                // Sheets that would come after a page that is missing are better scanned again with it.
                load.cancel();
                throw e;
            }
            if (!kept) {
                load.cancel();
                return;
            }
        }
        end(id, ScanState.COMPLETE, Message.none(), Message.none());
    }

    /** A device that scans otherwise than it was asked says so in the page. */
    private static ArrivingPage arriving(byte[] page, ScanProfile profile) {
        OptionalInt said = JpegPages.density(page);
        boolean plausible = said.isPresent() && said.getAsInt() >= LEAST_DPI && said.getAsInt() <= MOST_DPI;
        return new ArrivingPage(
                page,
                plausible ? new Resolution(said.getAsInt()) : profile.resolution(),
                Optional.of(profile.input().source()));
    }

    private boolean isWanted(UUID id) {
        return jdbc.sql("select state from scan where id = ?")
                .param(id)
                .query(String.class)
                .optional()
                .filter(ScanState.SCANNING.name()::equals)
                .isPresent();
    }

    /** Pages as they come in one load; where one of them takes another's place, the rest follow it. */
    private final class Arrival {
        private final UUID scan;
        private final Optional<UUID> instead;

        /** What stood behind the page that was replaced; its replacement's others come before that. */
        private Optional<UUID> before = Optional.empty();

        private int kept;

        Arrival(UUID scan, Optional<UUID> instead) {
            this.scan = scan;
            this.instead = instead;
        }

        /**
         * The first page is shown before it is looked at where others would have to be waited for: an empty screen says nothing.
         *
         * @return whether it was still wanted when it came
         */
        boolean keep(ArrivingPage page, ScanProfile profile) throws IOException {
            boolean shownFirst = kept == 0 && limiter.isBusy() && Workshop.analyses(profile);
            if (!shownFirst) {
                return keep(looked(page, profile)).isPresent();
            }
            Optional<UUID> shown = keep(limiter.glance(() -> Prepared.of(page)));
            if (shown.isEmpty()) {
                return false;
            }
            Prepared seen = looked(page, profile);
            transaction.executeWithoutResult(status -> {
                pages.looked(shown.get(), seen);
                tell(scan);
            });
            return true;
        }

        private Prepared looked(ArrivingPage page, ScanProfile profile) throws IOException {
            return limiter.compute(page.pixels(), () -> Prepared.of(page, profile));
        }

        /** @return the page's identity; empty where it was not wanted any more when it came */
        private Optional<UUID> keep(Prepared page) throws IOException {
            if (instead.isPresent() && kept == 0) {
                before = pages.after(scan, instead.get());
            }
            try {
                Optional<UUID> id = Objects.requireNonNull(transaction.persistently(() -> {
                    Scan held = held(scan);
                    if (held.state != ScanState.SCANNING) {
                        return Optional.<UUID>empty();
                    }
                    UUID made = kept(page);
                    place(made);
                    tell(scan);
                    return Optional.of(made);
                }));
                // Not before it is committed: the transaction may be begun again.
                kept += id.isPresent() ? 1 : 0;
                return id;
            } catch (UncheckedIOException e) {
                throw e.getCause();
            }
        }

        private UUID kept(Prepared page) {
            try {
                return pages.keep(scan, page);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        private void place(UUID page) {
            if (instead.isPresent() && kept == 0) {
                pages.add(scan, PageEditForm.replacing(instead.get(), page));
            } else if (before.isPresent()) {
                pages.add(scan, PageEditForm.moving(page, before.get()));
            }
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

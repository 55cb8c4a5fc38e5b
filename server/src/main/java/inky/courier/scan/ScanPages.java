package inky.courier.scan;

import inky.courier.core.Invalid;
import inky.courier.core.document.JpegPages;
import inky.courier.core.document.PageFormat;
import inky.courier.core.edit.EditedPage;
import inky.courier.core.edit.EditedPage.Presence;
import inky.courier.core.edit.OriginalSize;
import inky.courier.core.edit.PageEdit;
import inky.courier.core.edit.PageEdits;
import inky.courier.core.edit.Shape;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.PaperSource;
import inky.courier.store.ContentStore;
import inky.courier.web.Json;
import inky.courier.web.MessageColumn;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** The pages of scans: kept as they came, with what people did to them as a list of edits. */
@Service
public class ScanPages {
    private static final String JPEG = "image/jpeg";
    private static final float PICTURE_QUALITY = 0.85f;
    private static final String PAGES =
            "select id, content_id, thumbnail_id, width, height, bytes, media, blank_reason, fate, done, format, dpi, source, "
                    + "original from scan_page where scan_id = ? order by number";

    private final JdbcClient jdbc;
    private final ContentStore store;
    private final Clock clock;
    private final PageLimiter limiter;

    ScanPages(JdbcClient jdbc, ContentStore store, Clock clock, PageLimiter limiter) {
        this.jdbc = jdbc;
        this.store = store;
        this.clock = clock;
        this.limiter = limiter;
    }

    /** A page as it came. @param fate what became of it when files were made; empty before */
    private record Arrived(
            UUID id,
            UUID contentId,
            UUID thumbnailId,
            int width,
            int height,
            long bytes,
            String media,
            Message blankReason,
            String fate,
            List<Message> done,
            PageFormat format,
            Resolution resolution,
            @Nullable PaperSource source,
            @Nullable OriginalSize original) {}

    /** A page as a delivery needs it, in its place. @param pixels as it came */
    public record KeptPage(
            UUID id, UUID contentId, PageFormat format, Resolution resolution, long pixels, EditedPage edited) {}

    /**
     * @param number its place now, from 1
     * @param media what a person calls the paper size
     * @param blankReason why the profile leaves this side out; empty when it does not
     * @param look another one when it looks otherwise: its pictures are asked for again
     * @param source from where it can be scanned again; null for what came from no device
     * @param original what is asked about its size, as long as nobody has chosen; null where nothing is
     */
    public record PageView(
            UUID id,
            int number,
            int width,
            int height,
            long bytes,
            String media,
            Message blankReason,
            Presence presence,
            boolean splitBefore,
            String look,
            @Nullable PaperSource source,
            @Nullable OriginalSize original) {}

    /** A page and what became of it. @param fate empty as long as no files were made */
    public record ReportedPage(
            UUID id,
            long bytes,
            String media,
            String fate,
            List<Message> done,
            Presence presence,
            boolean splitBefore,
            String look) {}

    @Transactional(readOnly = true)
    public List<KeptPage> of(UUID scan) {
        return inPlace(
                scan,
                (page, edited, number) -> new KeptPage(
                        page.id,
                        page.contentId,
                        page.format,
                        page.resolution,
                        (long) page.width * page.height,
                        edited));
    }

    /** What was found of the pages of a scan when they came, by their identity; of some nothing is kept. */
    @Transactional(readOnly = true)
    public Map<UUID, PageAnalysis> analyses(UUID scan) {
        record Found(UUID page, Optional<PageAnalysis> analysis) {}
        return jdbc
                .sql("select id, analysis from scan_page where scan_id = ?")
                .param(scan)
                .query((row, n) -> new Found(row.getObject(1, UUID.class), KeptAnalysis.read(row.getString(2))))
                .list()
                .stream()
                .filter(page -> page.analysis.isPresent())
                .collect(Collectors.toMap(Found::page, page -> page.analysis.get()));
    }

    @Transactional(readOnly = true)
    public List<PageView> views(UUID scan) {
        return inPlace(
                scan,
                (page, edited, number) -> new PageView(
                        page.id,
                        number,
                        page.width,
                        page.height,
                        page.bytes,
                        page.media,
                        page.blankReason,
                        edited.presence(),
                        edited.splitBefore(),
                        look(edited),
                        page.source,
                        original(page, edited.shape())));
    }

    @Transactional(readOnly = true)
    public List<ReportedPage> reported(UUID scan) {
        return inPlace(
                scan,
                (page, edited, number) -> new ReportedPage(
                        page.id,
                        page.bytes,
                        page.media,
                        edited.isLeftOut() ? "LEFT_OUT" : page.fate,
                        page.done,
                        edited.presence(),
                        edited.splitBefore(),
                        look(edited)));
    }

    private interface Seen<T> {
        T page(Arrived page, EditedPage edited, int number);
    }

    private <T> List<T> inPlace(UUID scan, Seen<T> seen) {
        Map<UUID, Arrived> arrived = new HashMap<>();
        List<UUID> order = new ArrayList<>();
        for (Arrived page : arrived(scan)) {
            arrived.put(page.id, page);
            order.add(page.id);
        }
        List<T> pages = new ArrayList<>();
        for (EditedPage edited : PageEdits.of(order, edits(scan))) {
            pages.add(seen.page(arrived.get(edited.id()), edited, pages.size() + 1));
        }
        return pages;
    }

    private List<Arrived> arrived(UUID scan) {
        return jdbc.sql(PAGES)
                .param(scan)
                .query((row, n) -> new Arrived(
                        row.getObject(1, UUID.class),
                        row.getObject(2, UUID.class),
                        row.getObject(3, UUID.class),
                        row.getInt(4),
                        row.getInt(5),
                        row.getLong(6),
                        row.getString(7),
                        MessageColumn.read(row.getString(8)),
                        row.getString(9),
                        Json.read(row.getString(10), new TypeReference<List<Message>>() {}),
                        PageFormat.valueOf(row.getString(11)),
                        new Resolution(row.getInt(12)),
                        row.getString(13) == null ? null : PaperSource.valueOf(row.getString(13)),
                        row.getString(14) == null ? null : Json.read(row.getString(14), OriginalSize.class)))
                .list();
    }

    private List<PageEdit> edits(UUID scan) {
        return jdbc
                .sql("select edit from page_edit where scan_id = ? order by position")
                .param(scan)
                .query(String.class)
                .list()
                .stream()
                .map(edit -> Json.read(edit, PageEditForm.class).edit())
                .toList();
    }

    @Transactional(readOnly = true)
    public boolean isEdited(UUID scan) {
        return jdbc.sql("select exists (select 1 from page_edit where scan_id = ?)")
                .param(scan)
                .query(Boolean.class)
                .single();
    }

    /** What a person does to a page; whoever calls holds the scan. @throws Invalid when it cannot be done */
    @Transactional(propagation = Propagation.MANDATORY)
    public void edit(UUID scan, PageEditForm form) {
        List<PageEdit> made = edits(scan);
        List<UUID> order = arrived(scan).stream().map(Arrived::id).toList();
        PageEdits.check(PageEdits.of(order, made), made, form.edit());
        add(scan, form);
    }

    /** The same without asking whether it can be done: what a scan itself does is never refused. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void add(UUID scan, PageEditForm form) {
        jdbc.sql("insert into page_edit (scan_id, position, edit, at) "
                        + "select ?, coalesce(max(position), 0) + 1, ?, ? from page_edit where scan_id = ?")
                .params(scan, Json.write(form), clock.instant().atOffset(ZoneOffset.UTC), scan)
                .update();
    }

    /** Takes the last edit back; whoever calls holds the scan. @throws Invalid when there is none */
    @Transactional(propagation = Propagation.MANDATORY)
    public void undo(UUID scan) {
        int undone = jdbc.sql("delete from page_edit where scan_id = :scan and position = "
                        + "(select max(position) from page_edit where scan_id = :scan)")
                .param("scan", scan)
                .update();
        if (undone == 0) {
            throw Invalid.of("page-edit.none", "page");
        }
    }

    /** The place of a page now. @throws Refusal when it is not there */
    @Transactional(readOnly = true)
    public int placeOf(UUID scan, UUID page) {
        return views(scan).stream()
                .filter(view -> view.id.equals(page))
                .map(PageView::number)
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("page"));
    }

    /** The page behind one; none where it is the last. */
    @Transactional(readOnly = true)
    public Optional<UUID> after(UUID scan, UUID page) {
        List<UUID> now = of(scan).stream().map(KeptPage::id).toList();
        return now.stream().skip(now.indexOf(page) + 1L).findFirst();
    }

    @Transactional(readOnly = true)
    public int count(UUID scan) {
        return jdbc.sql("select count(*) from scan_page where scan_id = ?")
                .param(scan)
                .query(Integer.class)
                .single();
    }

    /**
     * A page as it is shown, as JPEG.
     *
     * @param small for a strip of pages
     * @throws Refusal when it is not there
     */
    public byte[] picture(UUID scan, UUID id, boolean small) throws IOException {
        record Contents(UUID whole, UUID small, PageFormat format, Resolution resolution) {}
        Contents contents = jdbc.sql(
                        "select content_id, thumbnail_id, format, dpi from scan_page where id = ? and scan_id = ?")
                .params(id, scan)
                .query((row, n) -> new Contents(
                        row.getObject(1, UUID.class),
                        row.getObject(2, UUID.class),
                        PageFormat.valueOf(row.getString(3)),
                        new Resolution(row.getInt(4))))
                .optional()
                .orElseThrow(() -> Refusal.notFound("page"));
        // How it is shown, its own edits say; the others of a long scan are not read for each of its pictures.
        List<PageEdit> own =
                edits(scan).stream().filter(edit -> edit.page().equals(id)).toList();
        Shape shape = PageEdits.of(List.of(id), own).get(0).shape();
        // A part of a thumbnail would be too coarse.
        boolean fromSmall = small && !shape.isCropped();
        byte[] stored = store.readAll(fromSmall ? contents.small : contents.whole);
        PageFormat format = fromSmall ? PageFormat.JPEG : contents.format;
        if (shape.isAsScanned() && format == PageFormat.JPEG) {
            return stored;
        }
        JpegPages.Extent extent = format.extent(stored);
        return limiter.compute((long) extent.width() * extent.height(), () -> {
            PageRaster shown = shape.of(format.decode(stored, contents.resolution));
            return small
                    ? JpegPages.thumbnail(shown, Prepared.THUMBNAIL_WIDTH)
                    : JpegPages.encode(shown, PICTURE_QUALITY);
        });
    }

    @Nullable
    private static OriginalSize original(Arrived page, Shape shape) {
        return page.original == null || shape.chosen() ? null : page.original.turned(shape.quarters());
    }

    private static String look(EditedPage page) {
        return page.shape().isAsScanned()
                ? ""
                : Integer.toHexString(page.shape().hashCode());
    }

    /** The door for a page that arrives, whoever brings it. @return its identity */
    @Transactional(propagation = Propagation.MANDATORY)
    public UUID keep(UUID scan, Prepared page) throws IOException {
        ArrivingPage arrived = page.page();
        Resolution resolution = arrived.resolution();
        String media = MediaSizes.snap(
                        resolution.hundredthsOfMm(page.extent().width()),
                        resolution.hundredthsOfMm(page.extent().height()))
                .label();
        UUID content = store.keep(
                        new ByteArrayInputStream(arrived.content()),
                        page.format().mediaType())
                .id();
        UUID thumbnail =
                store.keep(new ByteArrayInputStream(page.thumbnail()), JPEG).id();
        UUID id = UUID.randomUUID();
        jdbc.sql("insert into scan_page (id, scan_id, number, content_id, thumbnail_id, width, height, bytes, media, "
                        + "blank_reason, analysis, format, dpi, source, original) "
                        + "select ?, ?, coalesce(max(number), 0) + 1, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ? "
                        + "from scan_page where scan_id = ?")
                .params(
                        id,
                        scan,
                        content,
                        thumbnail,
                        page.extent().width(),
                        page.extent().height(),
                        arrived.content().length,
                        media,
                        MessageColumn.write(page.blankReason()),
                        KeptAnalysis.write(page.analysis()),
                        page.format().name(),
                        resolution.dpi(),
                        arrived.source().map(PaperSource::name).orElse(null),
                        original(page),
                        scan)
                .update();
        return id;
    }

    /** What is seen of a page that was kept before anybody had looked at it. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void looked(UUID page, Prepared seen) {
        jdbc.sql("update scan_page set blank_reason = ?, analysis = ?, original = ? where id = ?")
                .params(
                        MessageColumn.write(seen.blankReason()),
                        KeptAnalysis.write(seen.analysis()),
                        original(seen),
                        page)
                .update();
    }

    @Nullable
    private static String original(Prepared page) {
        return page.original().map(Json::write).orElse(null);
    }

    /** What became of a page when the files were made. */
    @Transactional
    public void keepReport(UUID page, String fate, String done) {
        jdbc.sql("update scan_page set fate = ?, done = ? where id = ?")
                .params(fate, done, page)
                .update();
    }

    /** Removes the pages for good. */
    @Transactional
    public void removeContents(UUID scan) {
        for (Arrived page : arrived(scan)) {
            store.remove(List.of(page.contentId, page.thumbnailId));
        }
        jdbc.sql("delete from page_edit where scan_id = ?").param(scan).update();
        jdbc.sql("delete from scan_page where scan_id = ?").param(scan).update();
    }
}

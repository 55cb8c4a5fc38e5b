package inky.courier.shelf;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.core.office.ShelfFolderItem.Reach;
import inky.courier.core.shelf.DocumentLook;
import inky.courier.core.shelf.FindableWords;
import inky.courier.core.shelf.ShelfRoom;
import inky.courier.core.text.PlainText;
import inky.courier.destination.RouteMended;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.shelf.ShelfRows.Held;
import inky.courier.shelf.ShelfRows.OfLeg;
import inky.courier.shelf.ShelfRows.Row;
import inky.courier.shelf.ShelfRows.Spot;
import inky.courier.shelf.ShelfRows.Wanted;
import inky.courier.signin.Source;
import inky.courier.store.ContentStore;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Documents of the shelf, for those who may see them. What somebody may not see is not there for them. */
@Service
public class ShelfDocuments {
    private static final int LONGEST_NAME = 160;
    private static final int MOST_AT_ONCE = 500;
    private static final int MOST_ROWS = 100;
    private static final int USUAL_ROWS = 60;
    private static final String JPEG = "image/jpeg";

    private final ShelfRows rows;
    private final ShelfDoors doors;
    private final SetUp setUp;
    private final DeviceService devices;
    private final ContentStore store;
    private final Live live;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    ShelfDocuments(
            ShelfRows rows,
            ShelfDoors doors,
            SetUp setUp,
            DeviceService devices,
            ContentStore store,
            Live live,
            ApplicationEventPublisher events,
            Clock clock) {
        this.rows = rows;
        this.doors = doors;
        this.setUp = setUp;
        this.devices = devices;
        this.store = store;
        this.live = live;
        this.events = events;
        this.clock = clock;
    }

    /**
     * A folder at one shelf.
     *
     * @param deviceId at whose shelf; absent for the office's
     * @param own whether each person finds only what is theirs
     * @param locked whether it asks for a passcode that was not given yet
     * @param opens whether its documents can be seen by whoever asks, once it is not locked
     * @param documents that they would see, or where they see none, that there are
     * @param keepDays 0 for ever
     */
    public record ShelfFolderRow(
            UUID id,
            @Nullable UUID deviceId,
            String name,
            boolean own,
            boolean locked,
            boolean opens,
            int documents,
            int keepDays) {}

    /**
     * The shelf of a device, or of the office.
     *
     * @param name of the device; empty for the office's
     * @param documents of all, and what they take
     */
    public record ShelfView(
            @Nullable UUID deviceId,
            String name,
            List<ShelfFolderRow> folders,
            int documents,
            long bytes,
            int mostDocuments,
            long mostBytes,
            boolean nearlyFull) {}

    /** @param pages 0 where that is not known @param hasPicture whether its pages can be looked at @param generic whether its name was made by rule @param endsAt when it is deleted by itself; absent for never */
    public record ShelfDocument(
            UUID id,
            UUID folderId,
            @Nullable UUID deviceId,
            String name,
            String mediaType,
            long bytes,
            int pages,
            boolean hasPicture,
            boolean generic,
            Instant addedAt,
            String addedBy,
            @Nullable Instant endsAt) {}

    /** @param fitting how many there are of which {@code rows} is a part */
    public record ShelfPart(List<ShelfDocument> rows, int fitting) {}

    /**
     * What is wanted of a folder; what is out of range is taken as the nearest that is allowed.
     *
     * @param find documents that have a word beginning with each of these, in their name or their text; absent for all
     * @param deleted what was deleted within a day and can be restored, instead of what is there
     * @param sort name, added, bytes or pages, with {@code -} before it for the other direction; the newest first when absent
     */
    public record ShelfRequest(
            UUID folder,
            @Nullable UUID device,
            @Nullable String find,
            @Nullable String sort,
            @Nullable Boolean deleted,
            @Nullable Integer from,
            @Nullable Integer count) {}

    /** Where documents are put. @param deviceId of a folder that each device has */
    public record ShelfPlace(UUID folderId, @Nullable UUID deviceId) {}

    /** A file of a document. */
    record Handout(ContentStore.Stored stored, String name) {}

    /** Whether there are folders at a device, its own or the office's. */
    public boolean isAt(UUID device) {
        return setUp.office().all(ShelfFolderItem.class).stream().anyMatch(folder -> folder.isAt(device));
    }

    @Transactional(readOnly = true)
    public List<ShelfView> shelves(ShelfVisitor visitor) {
        Set<UUID> closed = doors.closedTo(visitor);
        Map<UUID, Map<UUID, Held>> held = rows.held(visitor.person()).stream()
                .collect(Collectors.groupingBy(Held::device, Collectors.toMap(Held::folder, Function.identity())));
        List<ShelfView> shelves = new ArrayList<>();
        shelves.add(shelf(visitor, Optional.empty(), "", held, closed));
        for (DeviceView device : seen(visitor)) {
            ShelfView shelf = shelf(visitor, Optional.of(device.id()), device.name(), held, closed);
            // At the desk a thousand empty ones would only stand in the way.
            if (!shelf.folders.isEmpty()
                    && (visitor.device().isPresent() || shelf.documents > 0 || hasOwnFolder(device))) {
                shelves.add(shelf);
            }
        }
        return shelves;
    }

    private List<DeviceView> seen(ShelfVisitor visitor) {
        return visitor.device()
                .map(here -> List.of(devices.get(here)))
                .orElseGet(() -> devices.seen().stream()
                        .sorted(Comparator.comparing(DeviceView::name, String.CASE_INSENSITIVE_ORDER))
                        .toList());
    }

    private boolean hasOwnFolder(DeviceView device) {
        return setUp.office().all(ShelfFolderItem.class).stream()
                .anyMatch(folder -> folder.deviceId().equals(device.id()));
    }

    private ShelfView shelf(
            ShelfVisitor visitor,
            Optional<UUID> device,
            String name,
            Map<UUID, Map<UUID, Held>> held,
            Set<UUID> closed) {
        Map<UUID, Held> here = held.getOrDefault(device.orElse(DestinationItem.NOTHING), Map.of());
        List<ShelfFolderRow> folders = setUp.office().all(ShelfFolderItem.class).stream()
                .filter(folder -> device.map(at -> folder.reach() != Reach.OFFICE && folder.isAt(at))
                        .orElse(folder.reach() == Reach.OFFICE))
                .sorted(Comparator.comparing(ShelfFolderItem::name, String.CASE_INSENSITIVE_ORDER))
                .map(folder -> row(visitor, folder, device, Optional.ofNullable(here.get(folder.id())), closed))
                .toList();
        ShelfRoom room = new ShelfRoom(
                here.values().stream().mapToInt(Held::documents).sum(),
                here.values().stream().mapToLong(Held::bytes).sum());
        return new ShelfView(
                device.orElse(null),
                name,
                folders,
                room.documents(),
                room.bytes(),
                ShelfRoom.MOST_DOCUMENTS,
                ShelfRoom.MOST_BYTES,
                room.isNearlyFull());
    }

    private static ShelfFolderRow row(
            ShelfVisitor visitor,
            ShelfFolderItem folder,
            Optional<UUID> device,
            Optional<Held> held,
            Set<UUID> closed) {
        boolean opens = !folder.own() || visitor.person().isPresent();
        return new ShelfFolderRow(
                folder.id(),
                device.orElse(null),
                folder.name(),
                folder.own(),
                closed.contains(folder.id()),
                opens,
                held.map(of -> opens ? of.mine() : of.documents()).orElse(0),
                folder.keepDays());
    }

    /** @throws Invalid when it is not the passcode */
    public void open(ShelfVisitor visitor, UUID folder, @Nullable String passcode, Source source) {
        doors.open(visitor, item(folder), passcode, source);
    }

    @Transactional(readOnly = true)
    public ShelfPart part(ShelfVisitor visitor, ShelfRequest asked) {
        Spot spot = spot(visitor, new ShelfPlace(asked.folder, asked.device));
        String sort = asked.sort == null || asked.sort.isEmpty() ? "-added" : asked.sort;
        boolean down = sort.startsWith("-");
        String order = down ? sort.substring(1) : sort;
        if (!Wanted.canOrderBy(order)) {
            throw new Invalid(
                    "list.sort",
                    "sort",
                    Message.of("problem.list.sort"),
                    Message.of("problem.list.sort.remedy").with("columns", "name, added, bytes, pages"));
        }
        List<String> words = FindableWords.sought(asked.find == null ? "" : asked.find);
        if (words.isEmpty() && asked.find != null && !asked.find.isBlank()) {
            return new ShelfPart(List.of(), 0);
        }
        Wanted wanted = new Wanted(
                spot,
                Boolean.TRUE.equals(asked.deleted),
                words,
                order,
                down,
                Math.max(0, Objects.requireNonNullElse(asked.from, 0)),
                Math.min(MOST_ROWS, Math.max(1, Objects.requireNonNullElse(asked.count, USUAL_ROWS))));
        int keepDays = item(asked.folder).keepDays();
        return new ShelfPart(
                rows.part(wanted).stream().map(row -> view(row, keepDays)).toList(), rows.count(wanted));
    }

    @Transactional(readOnly = true)
    public ShelfDocument get(ShelfVisitor visitor, UUID id) {
        Row row = row(visitor, id);
        return view(row, item(row.folderId()).keepDays());
    }

    private static ShelfDocument view(Row row, int keepDays) {
        return new ShelfDocument(
                row.id(),
                row.folderId(),
                row.deviceId(),
                row.name(),
                row.mediaType(),
                row.bytes(),
                row.pages(),
                row.thumbnailId() != null,
                row.generic(),
                row.addedAt(),
                row.addedBy(),
                keepDays == 0 ? null : row.addedAt().plus(Duration.ofDays(keepDays)));
    }

    @Transactional(readOnly = true)
    public byte[] thumbnail(ShelfVisitor visitor, UUID id) {
        UUID thumbnail = row(visitor, id).thumbnailId();
        if (thumbnail == null) {
            throw Refusal.notFound("page");
        }
        return read(thumbnail);
    }

    private byte[] read(UUID content) {
        try {
            return store.readAll(content);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Transactional(readOnly = true)
    Handout file(ShelfVisitor visitor, UUID id) {
        Row row = row(visitor, id);
        return new Handout(store.describe(row.contentId()), row.name());
    }

    /** Under which content its pages are remembered. */
    @Transactional(readOnly = true)
    UUID content(ShelfVisitor visitor, UUID id) {
        return row(visitor, id).contentId();
    }

    /** What it is called, for whoever may see it. */
    @Transactional(readOnly = true)
    public String name(ShelfVisitor visitor, UUID id) {
        return row(visitor, id).name();
    }

    /** The file as it is kept. */
    public void copyInto(ShelfVisitor visitor, UUID id, Path to) throws IOException {
        try (OutputStream out = Files.newOutputStream(to)) {
            store.copyTo(content(visitor, id), out);
        }
    }

    /** @param look what is seen of the file @param leg of which it is a file; empty where somebody brought it */
    record Coming(
            Spot spot,
            String name,
            boolean generic,
            String mediaType,
            Path file,
            DocumentLook look,
            String by,
            Optional<OfLeg> leg) {}

    /** @return its id; empty where it is there already @throws Refusal when the shelf is full */
    @Transactional
    Optional<UUID> add(Coming coming) throws IOException {
        if (coming.leg.isPresent() && rows.has(coming.leg.get())) {
            return Optional.empty();
        }
        require(coming.spot.device(), 1, Files.size(coming.file));
        ContentStore.Stored content;
        try (InputStream in = Files.newInputStream(coming.file)) {
            content = store.keep(in, coming.mediaType);
        }
        UUID thumbnail = coming.look.thumbnail().isEmpty()
                ? null
                : store.keep(new ByteArrayInputStream(coming.look.thumbnail().get()), JPEG)
                        .id();
        UUID id = UUID.randomUUID();
        rows.add(
                new Row(
                        id,
                        coming.spot.folder(),
                        coming.spot.device().orElse(null),
                        coming.spot.owner().orElse(null),
                        coming.name,
                        coming.generic,
                        coming.mediaType,
                        content.bytes(),
                        coming.look.pages(),
                        content.id(),
                        thumbnail,
                        clock.instant(),
                        coming.by),
                coming.look.text(),
                coming.leg);
        live.tell("shelf", coming.spot.folder());
        return Optional.of(id);
    }

    private void require(Optional<UUID> shelf, int documents, long bytes) {
        rows.hold(shelf);
        if (!rows.room(shelf).takes(documents, bytes)) {
            throw Refusal.of(HttpStatus.CONFLICT, "shelf.full");
        }
    }

    /** @param name as somebody writes it, with or without its ending */
    @Transactional
    public ShelfDocument rename(ShelfVisitor visitor, UUID id, @Nullable String name) {
        Row row = row(visitor, id);
        rows.rename(id, row.name(), named(name == null ? "" : name, endingOf(row.name())));
        live.tell("shelf", row.folderId());
        return get(visitor, id);
    }

    private static String endingOf(String name) {
        int dot = name.lastIndexOf('.');
        return dot > 0 && name.length() - dot <= 6 ? name.substring(dot) : "";
    }

    static String named(String typed, String ending) {
        String name = typed.strip();
        if (!ending.isEmpty()
                && !name.toLowerCase(java.util.Locale.ROOT).endsWith(ending.toLowerCase(java.util.Locale.ROOT))) {
            name += ending;
        }
        if (name.length() <= ending.length() || !PlainText.isName(name, LONGEST_NAME) || name.matches(".*[/\\\\].*")) {
            throw Invalid.of("shelf.name", "name");
        }
        return name;
    }

    @Transactional
    public void move(ShelfVisitor visitor, @Nullable List<UUID> ids, @Nullable ShelfPlace to) {
        List<Row> wanted = rows(visitor, ids, false);
        Spot spot = spot(visitor, to);
        List<Row> fromElsewhere = wanted.stream()
                .filter(row -> !Optional.ofNullable(row.deviceId()).equals(spot.device()))
                .toList();
        require(spot.device(), fromElsewhere.size(), bytes(fromElsewhere));
        rows.move(wanted.stream().map(Row::id).toList(), spot);
        tell(wanted, spot);
    }

    /** @return the copies, in the order of what they are of */
    @Transactional
    public List<UUID> copy(ShelfVisitor visitor, @Nullable List<UUID> ids, @Nullable ShelfPlace to) {
        List<Row> wanted = rows(visitor, ids, false);
        Spot spot = spot(visitor, to);
        require(spot.device(), wanted.size(), bytes(wanted));
        List<UUID> copies = new ArrayList<>();
        for (Row row : wanted) {
            UUID id = UUID.randomUUID();
            rows.copy(row.id(), id, spot, clock.instant(), visitor.name());
            copies.add(id);
        }
        tell(wanted, spot);
        return copies;
    }

    /** They can be restored for a day. */
    @Transactional
    public void remove(ShelfVisitor visitor, @Nullable List<UUID> ids) {
        List<Row> wanted = rows(visitor, ids, false);
        rows.remove(wanted.stream().map(Row::id).toList(), clock.instant());
        wanted.stream().map(Row::folderId).distinct().forEach(folder -> {
            live.tell("shelf", folder);
            // What waits for room goes.
            events.publishEvent(new RouteMended(folder));
        });
    }

    @Transactional
    public void restore(ShelfVisitor visitor, @Nullable List<UUID> ids) {
        List<Row> wanted = rows(visitor, ids, true);
        Map<Optional<UUID>, List<Row>> byShelf =
                wanted.stream().collect(Collectors.groupingBy(row -> Optional.ofNullable(row.deviceId())));
        byShelf.forEach((shelf, of) -> require(shelf, of.size(), bytes(of)));
        rows.restore(wanted.stream().map(Row::id).toList());
        wanted.stream().map(Row::folderId).distinct().forEach(folder -> live.tell("shelf", folder));
    }

    private void tell(List<Row> from, Spot to) {
        Set<UUID> folders = from.stream().map(Row::folderId).collect(Collectors.toCollection(HashSet::new));
        folders.add(to.folder());
        folders.forEach(folder -> live.tell("shelf", folder));
    }

    private static long bytes(List<Row> of) {
        return of.stream().mapToLong(Row::bytes).sum();
    }

    private Row row(ShelfVisitor visitor, UUID id) {
        return rows(visitor, List.of(id), false).get(0);
    }

    /** @throws Refusal when a visitor may not see one of them */
    private List<Row> rows(ShelfVisitor visitor, @Nullable List<UUID> ids, boolean removed) {
        List<UUID> wanted = ids == null ? List.of() : ids.stream().distinct().toList();
        if (wanted.isEmpty() || wanted.size() > MOST_AT_ONCE || wanted.contains(null)) {
            throw Invalid.of("shelf.none-chosen", "ids");
        }
        Map<UUID, Row> found =
                rows.find(wanted, removed).stream().collect(Collectors.toMap(Row::id, Function.identity()));
        Map<ShelfPlace, Spot> spots = new HashMap<>();
        return wanted.stream()
                .map(id -> Optional.ofNullable(found.get(id))
                        .filter(row -> spots.computeIfAbsent(
                                        new ShelfPlace(row.folderId(), row.deviceId()), place -> spot(visitor, place))
                                .owner()
                                .equals(Optional.ofNullable(row.ownerId())))
                        .orElseThrow(() -> Refusal.notFound("document")))
                .toList();
    }

    private ShelfFolderItem item(UUID folder) {
        return setUp.find(new Reference(ItemKind.SHELF_FOLDER, folder))
                .map(ShelfFolderItem.class::cast)
                .orElseThrow(() -> Refusal.notFound("folder"));
    }

    /** Where a visitor's documents of a folder are. @throws Refusal when it is not there for them */
    @Transactional(readOnly = true)
    Spot spot(ShelfVisitor visitor, @Nullable ShelfPlace place) {
        if (place == null || place.folderId == null) {
            throw Invalid.of("shelf.no-folder", "folder");
        }
        ShelfFolderItem folder = item(place.folderId);
        Optional<UUID> shelf = shelf(folder, Optional.ofNullable(place.deviceId).or(visitor::device))
                .orElseThrow(() -> Refusal.notFound("folder"));
        if (shelf.filter(device -> devices.nameOf(device).isEmpty()).isPresent()
                || !visitor.sees(
                        shelf, shelf.map(device -> devices.get(device).place()).orElse(""))) {
            throw Refusal.notFound("folder");
        }
        if (doors.closedTo(visitor).contains(folder.id())) {
            throw Refusal.of(HttpStatus.CONFLICT, "shelf.passcode");
        }
        if (folder.own() && visitor.person().isEmpty()) {
            throw Refusal.of(HttpStatus.FORBIDDEN, "shelf.own");
        }
        return new Spot(folder.id(), shelf, folder.own() ? visitor.person() : Optional.empty());
    }

    /** At whose shelf a folder's documents are. @return empty where it is none of theirs; within, empty for the office's */
    static Optional<Optional<UUID>> shelf(ShelfFolderItem folder, Optional<UUID> device) {
        return switch (folder.reach()) {
            case OFFICE -> Optional.of(Optional.empty());
            case ONE_DEVICE -> Optional.of(Optional.of(folder.deviceId()));
            case EACH_DEVICE -> device.map(Optional::of);
        };
    }
}

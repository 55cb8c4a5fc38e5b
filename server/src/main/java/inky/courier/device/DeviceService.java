package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.message.Message;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.Access;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The devices of the office. */
@Service
public class DeviceService {
    private static final LongList<DeviceView> LIST = new LongList<DeviceView>(
                    device -> Stream.of(
                            device.name(),
                            device.place(),
                            device.placeWhat(),
                            device.address(),
                            device.abilities().makeAndModel()),
                    DeviceView::cannotBeUsed)
            .column("name", DeviceView::name)
            .column("place", DeviceView::place)
            .column("address", DeviceView::address)
            .column("condition", DeviceView::condition);

    private static final Logger LOG = LoggerFactory.getLogger(DeviceService.class);
    private final DeviceRepository devices;
    private final DeviceLinks links;
    private final DeviceFinder finder;
    private final SetUp setUp;
    private final Cached<List<DeviceView>> all;
    private final Live live;
    private final Clock clock;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher events;
    private final int usualPort;

    DeviceService(
            DeviceRepository devices,
            DeviceLinks links,
            DeviceFinder finder,
            SetUp setUp,
            Live live,
            Clock clock,
            TransactionTemplate transaction,
            ApplicationEventPublisher events,
            @Value("${courier.device-port}") int usualPort) {
        this.devices = devices;
        this.links = links;
        this.finder = finder;
        this.setUp = setUp;
        this.live = live;
        this.all = new Cached<>(live, this::read, "device");
        this.clock = clock;
        this.transaction = transaction;
        this.events = events;
        this.usualPort = usualPort;
    }

    /**
     * @param signOutSeconds 15 to 600: how long a person may do nothing at the panel
     * @param language of its panel; absent or empty for the office's
     * @param protocol by which it is reached; absent to leave it, or to find it out
     */
    public record DeviceForm(
            String name,
            String place,
            String placeWhat,
            String address,
            int signOutSeconds,
            @Nullable String language,
            @Nullable DeviceProtocol protocol) {}

    public record DeviceView(
            UUID id,
            String name,
            String place,
            String placeWhat,
            String address,
            DeviceProtocol protocol,
            DeviceAbilities abilities,
            boolean standIn,
            DeviceCondition.State condition,
            Message conditionWords,
            @Nullable Instant seenAt,
            int signOutSeconds,
            String language,
            String version) {
        /** Whether nobody can scan or print there now. */
        public boolean cannotBeUsed() {
            return condition == DeviceCondition.State.STOPPED || condition == DeviceCondition.State.UNREACHABLE;
        }
    }

    /** A device is new, stands elsewhere, or is another one; told in the transaction that makes it so. @param before absent for a new one */
    public record DeviceJoined(DeviceView device, Optional<DeviceView> before) {}

    /** Where devices stand. @param what in words */
    public record DevicePlace(String name, String what) {}

    /** What a device at an address says, before it is saved. */
    public record Look(
            String address,
            DeviceProtocol protocol,
            DeviceAbilities abilities,
            DeviceCondition.State condition,
            Message conditionWords,
            boolean standIn) {}

    @Transactional(readOnly = true)
    public List<DeviceView> list() {
        return all.get();
    }

    /** Those at the places that whoever asks is limited to. */
    @Transactional(readOnly = true)
    public List<DeviceView> seen() {
        return all.get().stream().filter(device -> Access.sees(device.place())).toList();
    }

    /** What holds the words, in the usual order. */
    @Transactional(readOnly = true)
    public List<DeviceView> find(String words) {
        return LIST.find(seen(), words);
    }

    /** @param printing only those that print */
    @Transactional(readOnly = true)
    public ListPart<DeviceView> list(ListRequest wanted, boolean printing) {
        List<DeviceView> of = printing
                ? seen().stream().filter(device -> device.abilities().prints()).toList()
                : seen();
        return LIST.part(of, wanted);
    }

    /** Each once, in the order of their names. */
    @Transactional(readOnly = true)
    public List<DevicePlace> places() {
        Map<String, DevicePlace> places = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        seen().stream()
                .filter(device -> !device.place().isEmpty())
                .forEach(device ->
                        places.putIfAbsent(device.place(), new DevicePlace(device.place(), device.placeWhat())));
        return List.copyOf(places.values());
    }

    private List<DeviceView> read() {
        return LongList.ordered(
                devices.findAll().stream().map(this::view), device -> device.place() + "\n" + device.name());
    }

    @Transactional(readOnly = true)
    public DeviceView get(UUID id) {
        Device device = find(id);
        if (!Access.sees(device.place)) {
            throw Refusal.notFound("device");
        }
        return view(device);
    }

    public DeviceAddress addressOf(UUID id) {
        return find(id).at();
    }

    /** @param protocol absent to find it out */
    public Look look(String address, @Nullable DeviceProtocol protocol) {
        DeviceFinder.Found found = finder.find(address, Optional.ofNullable(protocol));
        DeviceStatus.Report report = found.report();
        return new Look(
                finder.shown(found.address().host(), found.address().port()),
                found.address().protocol(),
                report.abilities(),
                report.condition().state(),
                report.condition().sentence(),
                report.standInUri().isPresent());
    }

    /** Asks the device itself first; one that does not answer is not saved. */
    public DeviceView add(DeviceForm form) {
        return save(UUID.randomUUID(), form, Optional.empty(), "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    public DeviceView change(UUID id, DeviceForm form, String version) {
        return save(id, form, Optional.of(find(id).at()), version);
    }

    /** One that stays where it is need not answer. @param before where it is; empty for a new one */
    private DeviceView save(UUID id, DeviceForm form, Optional<DeviceAddress> before, String version) {
        Optional<DeviceProtocol> protocol = Optional.ofNullable(form.protocol());
        Optional<DeviceAddress> same = before.filter(at ->
                DeviceAddress.candidates(form.address(), usualPort, protocol).contains(at));
        Optional<DeviceFinder.Found> found =
                same.isPresent() ? Optional.empty() : Optional.of(finder.find(form.address(), protocol));
        DeviceAddress address =
                same.or(() -> found.map(DeviceFinder.Found::address)).orElseThrow();
        DeviceItem item = new DeviceItem(
                id,
                form.name(),
                form.place(),
                form.placeWhat(),
                address.host(),
                address.port(),
                form.signOutSeconds(),
                form.language(),
                address.protocol());
        item.check(setUp.office());
        return transaction.execute(status -> {
            Optional<DeviceView> as = devices.findById(id).map(this::view);
            setUp.change(Wish.put(item).of(version));
            Device device = find(id);
            found.ifPresent(one -> {
                device.take(one.report(), clock.instant());
                devices.saveAndFlush(device);
            });
            DeviceView after = view(device);
            boolean isSame = as.filter(was -> was.place().equals(after.place())
                            && was.abilities()
                                    .makeAndModel()
                                    .equals(after.abilities().makeAndModel()))
                    .isPresent();
            if (!isSame) {
                events.publishEvent(new DeviceJoined(after, as));
            }
            return after;
        });
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.DEVICE, id)));
    }

    /** Asks the device again and keeps what it says; one that does not answer becomes unreachable. */
    public DeviceView refresh(UUID id) {
        DeviceAddress address = find(get(id).id()).at();
        DeviceStatus.Report report;
        try {
            report = links.status(address).look(address);
        } catch (DeviceTrouble trouble) {
            report = null;
        } catch (RuntimeException e) {
            LOG.warn("device {} says what cannot be understood", address, e);
            report = null;
        }
        DeviceStatus.Report seen = report;
        return transaction.execute(status -> {
            Device device = find(id);
            boolean changed =
                    seen == null ? device.take(DeviceCondition.UNREACHABLE) : device.take(seen, clock.instant());
            if (changed) {
                live.tell("device", id);
            }
            return view(device);
        });
    }

    /** Where a stand-in takes sample paper; a real device has no such door. */
    @Transactional(readOnly = true)
    public Optional<String> standInDoor(UUID id) {
        return Optional.ofNullable(find(id).standInUri);
    }

    /**
     * Where a part of the device's storage is reached by WebDAV, if it has any.
     *
     * @param part for example {@code usb}
     */
    @Transactional(readOnly = true)
    public Optional<String> storageOf(UUID id, String part) {
        return devices.findById(id).map(d -> d.storageUri).map(uri -> uri + part + "/");
    }

    @Transactional(readOnly = true)
    public Optional<String> nameOf(UUID id) {
        return devices.findById(id).map(d -> d.name);
    }

    private Device find(UUID id) {
        return devices.findById(id).orElseThrow(() -> Refusal.notFound("device"));
    }

    private DeviceView view(Device device) {
        DeviceCondition condition =
                new DeviceCondition(device.condition, device.conditionWords).asOf(device.seenAt, clock.instant());
        return new DeviceView(
                device.id,
                device.name,
                device.place,
                device.placeWhat,
                finder.shown(device.address, device.port),
                device.protocol,
                device.abilities(),
                device.standInUri != null,
                condition.state(),
                condition.sentence(),
                device.seenAt,
                device.signOutSeconds,
                device.language,
                SetUp.versionOf(device.item()));
    }
}

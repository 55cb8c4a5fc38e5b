package inky.courier.device;

import inky.courier.connection.ProbeReport;
import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceAccess;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceDetails;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.fleet.DeviceWishes;
import inky.courier.core.fleet.SupplyForecast;
import inky.courier.core.message.Message;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.device.snmp.SnmpReader;
import inky.courier.device.snmp.SnmpReport;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.vault.Vault;
import inky.courier.web.Access;
import inky.courier.web.Json;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.random.RandomGenerator;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
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

    private static final int LONGEST_PASSWORD = 200;

    /** After somebody came; longer than most scans take. */
    private static final Duration IN_USE = Duration.ofMinutes(5);

    /** What a device told by SNMP, while it does not answer. */
    private static final Duration DETAILS_KEPT = Duration.ofHours(1);

    private static final Logger LOG = LoggerFactory.getLogger(DeviceService.class);
    private final DeviceRepository devices;
    private final DeviceLinks links;
    private final DeviceFinder finder;
    private final DeviceHttp http;
    private final SnmpReader snmp;
    private final Vault vault;
    private final SetUp setUp;
    private final Cached<List<DeviceView>> all;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;
    private final SupplyLevels levels;
    private final DeviceStates states;
    private final RandomGenerator random;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher events;
    private final int usualPort;

    DeviceService(
            DeviceRepository devices,
            DeviceLinks links,
            DeviceFinder finder,
            DeviceHttp http,
            SnmpReader snmp,
            Vault vault,
            SetUp setUp,
            Live live,
            Clock clock,
            ZoneId zone,
            SupplyLevels levels,
            DeviceStates states,
            RandomGenerator random,
            TransactionTemplate transaction,
            ApplicationEventPublisher events,
            @Value("${courier.device-port}") int usualPort) {
        this.devices = devices;
        this.links = links;
        this.finder = finder;
        this.http = http;
        this.snmp = snmp;
        this.vault = vault;
        this.setUp = setUp;
        this.live = live;
        this.all = new Cached<>(live, this::read, "device");
        this.clock = clock;
        this.zone = zone;
        this.levels = levels;
        this.states = states;
        this.random = random;
        this.transaction = transaction;
        this.events = events;
        this.usualPort = usualPort;
    }

    /**
     * @param signOutSeconds 15 to 600: how long a person may do nothing at the panel
     * @param language of its panel; absent or empty for the office's
     * @param protocol by which it is reached; absent to find it out
     * @param encrypted whether by TLS; absent to find it out
     * @param fingerprint of the certificate that is trusted; absent or empty for one that is valid
     * @param account of its administrator, where it asks for one; absent or empty for none
     * @param password absent to keep the one that is there
     * @param wishes absent to keep those that are there
     */
    public record DeviceForm(
            String name,
            String place,
            String placeWhat,
            String address,
            int signOutSeconds,
            @Nullable String language,
            @Nullable DeviceProtocol protocol,
            @Nullable Boolean encrypted,
            @Nullable String fingerprint,
            @Nullable String account,
            @Nullable String password,
            @Nullable DeviceWishes wishes) {
        /** One of which everything is found out. */
        public DeviceForm(
                String name, String place, String placeWhat, String address, int signOutSeconds, String language) {
            this(name, place, placeWhat, address, signOutSeconds, language, null, null, null, null, null, null);
        }

        /** The same, with what it is to keep itself. */
        public DeviceForm with(DeviceWishes wanted) {
            return new DeviceForm(
                    name,
                    place,
                    placeWhat,
                    address,
                    signOutSeconds,
                    language,
                    protocol,
                    encrypted,
                    fingerprint,
                    account,
                    password,
                    wanted);
        }
    }

    /** A device before it is saved. Everything but the address as in {@link DeviceForm}; @param id of the kept one that is changed; absent for none */
    public record LookForm(
            @Nullable UUID id,
            String address,
            @Nullable DeviceProtocol protocol,
            @Nullable Boolean encrypted,
            @Nullable String fingerprint,
            @Nullable String account,
            @Nullable String password) {}

    /** @param forecasts when supplies will be out, by their names, as of {@code seenAt} @param details as it tells them by SNMP @param settings as it says that it keeps them @param firmware as it tells it @param certificateEnds of the certificate that it showed last; absent where its line is open */
    public record DeviceView(
            UUID id,
            String name,
            String place,
            String placeWhat,
            String address,
            DeviceProtocol protocol,
            DeviceAccess access,
            DeviceAbilities abilities,
            DeviceSupplies supplies,
            Map<String, SupplyForecast> forecasts,
            DeviceDetails details,
            DeviceWishes wishes,
            DeviceSettings settings,
            DeviceFirmware firmware,
            @Nullable Instant certificateEnds,
            boolean standIn,
            DeviceCondition.State condition,
            Message conditionWords,
            @Nullable Instant seenAt,
            int signOutSeconds,
            String language,
            String version) {
        /** Whether nobody can scan or print there now. */
        public boolean cannotBeUsed() {
            return new DeviceCondition(condition, conditionWords).stops();
        }
    }

    /** A device is new, stands elsewhere, or is another one; told in the transaction that makes it so. @param before absent for a new one */
    public record DeviceJoined(DeviceView device, Optional<DeviceView> before) {}

    /** Where devices stand. @param what in words */
    public record DevicePlace(String name, String what) {}

    /**
     * What a device at an address says, before it is saved.
     *
     * @param certificate that it shows; absent where the line is open
     * @param says absent where its certificate has to be looked at first
     */
    public record Look(
            String address,
            DeviceProtocol protocol,
            DeviceAccess access,
            @Nullable ProbeReport.Certificate certificate,
            @Nullable SaysOfItself says) {}

    /** @param standIn whether it is there for trying things out */
    public record SaysOfItself(
            DeviceAbilities abilities, DeviceCondition.State condition, Message conditionWords, boolean standIn) {}

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
        return at(find(id));
    }

    /** @throws Refusal while its firmware is updated, or where it scans by itself */
    public DeviceAddress scannerOf(UUID id) {
        Device device = find(id);
        if (device.condition == DeviceCondition.State.UPDATING) {
            throw Refusal.of(HttpStatus.CONFLICT, "device.updating");
        }
        if (device.settings().isLocalOnly()) {
            throw Refusal.of(HttpStatus.CONFLICT, "device.local-only");
        }
        return at(device);
    }

    private DeviceAddress at(Device device) {
        return new DeviceAddress(device.address, device.port, device.protocol, device.access(), password(device));
    }

    private String password(Device device) {
        return device.secret == null ? "" : vault.openText(device.secret, DeviceTable.secretContext(device.id));
    }

    public Look look(LookForm form) {
        DeviceFinder.Found found = finder.find(wanted(form));
        DeviceAddress at = found.address();
        return new Look(
                finder.shown(at.host(), at.port()),
                at.protocol(),
                at.access(),
                found.certificate().orElse(null),
                found.report()
                        .map(report -> new SaysOfItself(
                                report.abilities(),
                                report.condition().state(),
                                report.condition().sentence(),
                                report.standInUri().isPresent()))
                        .orElse(null));
    }

    private DeviceAddress.Wanted wanted(LookForm form) {
        String account = Objects.requireNonNullElse(form.account, "").strip();
        String password = Optional.ofNullable(form.password).orElseGet(() -> kept(form));
        if (password.length() > LONGEST_PASSWORD) {
            throw Invalid.of("device.password", "password");
        }
        return new DeviceAddress.Wanted(
                form.address,
                Optional.ofNullable(form.protocol),
                Optional.ofNullable(form.encrypted),
                Objects.requireNonNullElse(form.fingerprint, ""),
                account,
                account.isEmpty() ? "" : password);
    }

    /** A kept password goes to the host that it was kept for, and nowhere else. */
    private String kept(LookForm form) {
        return Optional.ofNullable(form.id)
                .flatMap(devices::findById)
                .filter(device -> form.address.strip().split(":")[0].equalsIgnoreCase(device.address))
                .map(this::password)
                .orElse("");
    }

    /** Asks the device itself first; one that does not answer is not saved. */
    public DeviceView add(DeviceForm form) {
        return save(UUID.randomUUID(), form, Optional.empty(), "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    public DeviceView change(UUID id, DeviceForm form, String version) {
        return save(id, form, Optional.of(at(find(id))), version);
    }

    /** One that stays where it is need not answer. @param before where it is; empty for a new one */
    private DeviceView save(UUID id, DeviceForm form, Optional<DeviceAddress> before, String version) {
        DeviceAddress.Wanted wanted = wanted(new LookForm(
                before.isPresent() ? id : null,
                form.address(),
                form.protocol(),
                form.encrypted(),
                form.fingerprint(),
                form.account(),
                form.password()));
        Optional<DeviceAddress> same =
                before.filter(at -> DeviceAddress.candidates(wanted, usualPort).contains(at));
        Optional<DeviceFinder.Found> asked = same.isPresent() ? Optional.empty() : Optional.of(finder.find(wanted));
        Optional<DeviceStatus.Report> report = asked.map(DeviceFinder.Found::trusted);
        DeviceAddress address =
                same.or(() -> asked.map(DeviceFinder.Found::address)).orElseThrow();
        DeviceItem item = new DeviceItem(
                id,
                form.name(),
                form.place(),
                form.placeWhat(),
                address.host(),
                address.port(),
                form.signOutSeconds(),
                form.language(),
                address.protocol(),
                address.access(),
                Optional.ofNullable(form.wishes())
                        .orElseGet(
                                () -> devices.findById(id).map(Device::wishes).orElse(DeviceWishes.NONE)));
        item.check(setUp.office());
        return transaction.execute(status -> {
            Optional<DeviceView> as = devices.findById(id).map(this::view);
            Wish wish = Wish.put(item).of(version);
            setUp.change(
                    same.isPresent() ? wish : wish.with(Map.of(DeviceTable.PASSWORD, sealed(address.password(), id))));
            Device device = find(id);
            report.ifPresent(one -> {
                // What is kept of its supplies refers to its row
                devices.saveAndFlush(device);
                take(device, DeviceReport.of(one));
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

    private byte[] sealed(String password, UUID id) {
        return password.isEmpty() ? new byte[0] : vault.sealText(password, DeviceTable.secretContext(id));
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.DEVICE, id)));
    }

    /** Asks the device again and keeps what it says; one that does not answer becomes unreachable. */
    public DeviceView refresh(UUID id) {
        get(id);
        Device asked = find(id);
        DeviceAddress address = at(asked);
        Optional<DeviceReport> report = Optional.empty();
        DeviceCondition otherwise = DeviceCondition.UNREACHABLE;
        try {
            report = Optional.of(complete(asked, links.status(address).look(address)));
        } catch (DeviceTrouble trouble) {
            otherwise = trouble.isBusy() ? DeviceCondition.BUSY : without(asked);
        } catch (RuntimeException e) {
            LOG.warn("device {} says what cannot be understood", address, e);
        }
        Optional<Instant> ends = http.certificate(address).map(ProbeReport.Certificate::until);
        Optional<DeviceReport> seen = report;
        DeviceCondition without = otherwise;
        return transaction.execute(status -> {
            Device device = devices.hold(id).orElseThrow(() -> Refusal.notFound("device"));
            boolean changed = seen.map(found -> take(device, found)).orElseGet(() -> device.take(without));
            ends.ifPresentOrElse(
                    end -> device.certificateEnds = end,
                    () -> device.certificateEnds = address.isEncrypted() ? device.certificateEnds : null);
            if (without.state() == DeviceCondition.State.BUSY) {
                device.seenAt = clock.instant();
            }
            states.keep(
                    id,
                    new DeviceCondition(device.condition, device.conditionWords),
                    device.nextLookAt,
                    clock.instant());
            device.looked(clock.instant(), LocalTime.now(clock.withZone(zone)), random.nextDouble());
            if (changed) {
                live.tell("device", id);
            }
            return view(device);
        });
    }

    /** One that starts again during an update answers nobody, as is to be expected. */
    private DeviceCondition without(Device device) {
        return device.mayBeUpdating(clock.instant()) ? DeviceCondition.UPDATING : DeviceCondition.UNREACHABLE;
    }

    /**
     * Has it update its firmware. Until it says how it ended, or {@code until}, it is taken as being updated also while it does not answer.
     *
     * @throws DeviceTrouble when it does not begin
     */
    public void update(UUID id, String version, Instant until) throws DeviceTrouble {
        DeviceAddress address = addressOf(id);
        DeviceUpdater updater = links.updater(address);
        transaction.executeWithoutResult(status -> devices.updating(id, until, clock.instant()));
        try {
            updater.update(address, version);
        } catch (DeviceTrouble | RuntimeException e) {
            updated(id);
            throw e;
        }
    }

    /** An update has ended, in whichever way. */
    public void updated(UUID id) {
        transaction.executeWithoutResult(status -> devices.updating(id, null, clock.instant()));
    }

    /** Sets what it keeps itself; what it says afterwards is known from the next look. @throws DeviceTrouble when it does not take it */
    public void set(UUID id, Map<DeviceField, String> values) throws DeviceTrouble {
        DeviceAddress address = addressOf(id);
        links.setter(address).set(address, values);
    }

    /** With what it tells by SNMP; what it told is kept for a while where it does not answer now. */
    private DeviceReport complete(Device device, DeviceStatus.Report report) throws DeviceTrouble {
        DeviceReport own = DeviceReport.of(report);
        if (!snmp.asks()) {
            return own;
        }
        Instant now = clock.instant();
        boolean answersUsually = device.detailsAt != null && now.isBefore(device.detailsAt.plus(DETAILS_KEPT));
        Optional<SnmpReport> told = snmp.look(device.address, answersUsually);
        boolean isOfScanner = device.protocol.answers();
        if (told.isEmpty() && answersUsually && !isOfScanner) {
            // It answers nothing else.
            throw DeviceTrouble.of(DeviceTrouble.UNREACHABLE);
        }
        return told.map(more -> own.with(more, isOfScanner, now))
                .orElseGet(() -> answersUsually
                        ? own.as(device.supplies(), device.details(), device.settings(), device.detailsAt)
                        : own);
    }

    /** The devices that are to be asked by now how they are. */
    List<UUID> due() {
        return devices.due(clock.instant());
    }

    /** They are asked with the next round, whenever their time would have come. */
    @Transactional
    public void lookSoon(List<UUID> ids) {
        devices.lookSoon(ids, clock.instant());
    }

    /** Somebody has come to a device: it is asked at once, and more often for a while. */
    @Transactional
    public void inUse(UUID id) {
        Instant now = clock.instant();
        devices.inUse(id, now.plus(IN_USE), now);
    }

    /** @return whether anything that a person sees has changed */
    private boolean take(Device device, DeviceReport report) {
        Instant now = clock.instant();
        boolean isFirstOfDay = device.seenAt == null || !dayOf(device.seenAt).equals(dayOf(now));
        String before = device.supplies;
        boolean changed = device.take(report, now);
        if (isFirstOfDay || !device.supplies.equals(before)) {
            device.forecasts = Json.write(levels.keep(device.id, report.supplies(), dayOf(now)));
        }
        return changed;
    }

    private LocalDate dayOf(Instant at) {
        return LocalDate.ofInstant(at, zone);
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
                device.access(),
                device.abilities(),
                device.supplies(),
                device.forecasts(),
                device.details(),
                device.wishes(),
                device.settings(),
                device.firmware(),
                device.certificateEnds,
                device.standInUri != null,
                condition.state(),
                condition.sentence(),
                device.seenAt,
                device.signOutSeconds,
                device.language,
                SetUp.versionOf(device.item()));
    }
}

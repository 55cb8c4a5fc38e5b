package inky.courier.firmware;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.AllowedVersions.Standing;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.VersionOrder;
import inky.courier.core.office.FirmwareItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which firmware devices run, and which they are to run. */
@Service
public class FirmwareVersions {
    private static final int MOST_DEVICES = 5_000;

    private static final LongList<DeviceFirmwareRow> LIST = new LongList<DeviceFirmwareRow>(
                    row -> Stream.of(row.name(), row.place(), row.model(), row.running()), DeviceFirmwareRow::isBehind)
            .column("name", DeviceFirmwareRow::name)
            .column("place", DeviceFirmwareRow::place)
            .column("model", DeviceFirmwareRow::model)
            .column("standing", DeviceFirmwareRow::standing);

    private final DeviceService devices;
    private final SetUp setUp;

    FirmwareVersions(DeviceService devices, SetUp setUp) {
        this.devices = devices;
        this.setUp = setUp;
    }

    /** @param also absent for none */
    public record FirmwareForm(
            String name, String wanted, @Nullable List<String> also) {}

    /** How many devices run a version. @param version empty for those that do not tell @param allowed whether they may */
    public record RunningVersion(String version, int devices, boolean allowed) {}

    /**
     * A model of which there are devices, or of which something is said.
     *
     * @param id of what is said of it; absent where nothing is
     * @param wanted empty where nothing is said
     * @param behind how many of its devices run an older one than wanted
     * @param offered versions that any of them offers, the oldest first
     * @param change by which somebody else's change is noticed; empty where nothing is said
     */
    public record ModelFirmware(
            @Nullable UUID id,
            String model,
            String wanted,
            List<String> also,
            int devices,
            int behind,
            List<RunningVersion> running,
            List<String> offered,
            String change) {}

    /**
     * @param running empty where the device does not tell
     * @param wanted empty where nothing is said of its model
     * @param allowed whether it may run what it runs
     * @param offered whether it can be updated from here to what is wanted
     * @param progress of an update, 0 to 100; absent while there is none
     */
    public record DeviceFirmwareRow(
            UUID id,
            String name,
            String place,
            String model,
            DeviceCondition.State condition,
            String running,
            String wanted,
            Standing standing,
            boolean allowed,
            boolean offered,
            @Nullable Integer progress) {
        /** What is not wanted, although something is: it is a version behind, or one that is not allowed. */
        public boolean isBehind() {
            return standing == Standing.BEHIND || standing == Standing.AHEAD && !allowed;
        }
    }

    /** Of devices that whoever asks sees. */
    @Transactional(readOnly = true)
    public List<ModelFirmware> models() {
        Map<String, List<DeviceView>> byModel = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        items(setUp.office()).forEach(item -> byModel.put(item.name(), new ArrayList<>()));
        devices.seen().stream()
                .filter(device -> device.protocol().answers())
                .forEach(device -> byModel.computeIfAbsent(model(device), key -> new ArrayList<>())
                        .add(device));
        return byModel.entrySet().stream()
                .map(one -> model(one.getKey(), one.getValue()))
                .toList();
    }

    private ModelFirmware model(String model, List<DeviceView> of) {
        Optional<FirmwareItem> said = of(setUp.office(), model);
        Map<String, Integer> counts = new TreeMap<>(VersionOrder.INSTANCE.reversed());
        of.forEach(device -> counts.merge(device.firmware().version(), 1, Integer::sum));
        Set<String> offered = of.stream()
                .flatMap(device -> device.firmware().offered().stream())
                .collect(Collectors.toSet());
        return new ModelFirmware(
                said.map(FirmwareItem::id).orElse(null),
                model,
                said.map(FirmwareItem::wanted).orElse(""),
                said.map(FirmwareItem::also).orElse(List.of()),
                of.size(),
                (int) of.stream()
                        .filter(device -> row(device, said).standing() == Standing.BEHIND)
                        .count(),
                counts.entrySet().stream()
                        .map(one -> new RunningVersion(
                                one.getKey(),
                                one.getValue(),
                                said.filter(item -> item.versions().allows(one.getKey()))
                                        .isPresent()))
                        .toList(),
                offered.stream().sorted(VersionOrder.INSTANCE).toList(),
                said.map(SetUp::versionOf).orElse(""));
    }

    private static String model(DeviceView device) {
        return device.abilities().makeAndModel();
    }

    private static List<FirmwareItem> items(Office office) {
        return office.all(FirmwareItem.class);
    }

    private static Optional<FirmwareItem> of(Office office, String model) {
        return items(office).stream().filter(item -> item.isOf(model)).findFirst();
    }

    /** Those that are to be updated stand first. */
    @Transactional(readOnly = true)
    public ListPart<DeviceFirmwareRow> list(ListRequest asked) {
        return LIST.part(rows(), asked);
    }

    /** All that such a list would show. */
    @Transactional(readOnly = true)
    public List<UUID> fitting(ListRequest asked) {
        return LIST.fitting(rows(), asked).stream().map(DeviceFirmwareRow::id).toList();
    }

    private List<DeviceFirmwareRow> rows() {
        Map<String, FirmwareItem> said = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        items(setUp.office()).forEach(item -> said.put(item.name(), item));
        return devices.seen().stream()
                .filter(device -> device.protocol().answers())
                .map(device -> row(device, Optional.ofNullable(said.get(model(device)))))
                .sorted(Comparator.comparing(row -> !row.isBehind()))
                .toList();
    }

    @Transactional(readOnly = true)
    public DeviceFirmwareRow get(UUID id) {
        DeviceView device = devices.get(id);
        return row(device, of(setUp.office(), model(device)));
    }

    private static DeviceFirmwareRow row(DeviceView device, Optional<FirmwareItem> said) {
        String running = device.firmware().version();
        Standing standing = said.map(item -> item.versions().standing(running)).orElse(Standing.UNLISTED);
        return new DeviceFirmwareRow(
                device.id(),
                device.name(),
                device.place(),
                model(device),
                device.condition(),
                running,
                said.map(FirmwareItem::wanted).orElse(""),
                running.isEmpty() ? Standing.UNTOLD : standing,
                said.filter(item -> item.versions().allows(running)).isPresent(),
                said.filter(item -> device.firmware().offers(item.wanted())).isPresent(),
                device.firmware().updating() ? device.firmware().progress() : null);
    }

    /** What such devices are to be updated to, in the order in which they stand in a list of theirs; without those that run it or cannot. */
    @Transactional(readOnly = true)
    public List<Updates.Order> orders(@Nullable List<UUID> ids) {
        Set<UUID> which = new HashSet<>(Objects.requireNonNullElse(ids, List.of()));
        if (which.isEmpty() || which.size() > MOST_DEVICES) {
            throw Invalid.of("device.none-chosen", "devices");
        }
        List<Updates.Order> orders = rows().stream()
                .filter(row -> which.contains(row.id()))
                .filter(row -> row.offered() && row.standing() == Standing.BEHIND)
                .map(row -> new Updates.Order(row.id(), row.name(), row.running(), row.wanted()))
                .toList();
        if (orders.isEmpty()) {
            throw Invalid.of("firmware.nothing-to-update", "devices");
        }
        return orders;
    }

    @Transactional
    public ModelFirmware add(FirmwareForm form) {
        return save(UUID.randomUUID(), form, "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public ModelFirmware change(UUID id, FirmwareForm form, String version) {
        setUp.get(FirmwareItem.class, id);
        return save(id, form, version);
    }

    private ModelFirmware save(UUID id, FirmwareForm form, String version) {
        FirmwareItem item = new FirmwareItem(id, form.name(), form.wanted(), form.also());
        setUp.change(Wish.put(item).of(version));
        return models().stream().filter(one -> id.equals(one.id())).findFirst().orElseThrow();
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.FIRMWARE, id)));
    }
}

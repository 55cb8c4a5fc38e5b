package inky.courier.drift;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceDrift;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.office.Change;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.Office;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.Access;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What devices are to keep against what they keep. */
@Service
public class Drift {
    private static final int MOST_DEVICES = 5_000;

    private final LongList<DeviceSettingsRow> list = new LongList<DeviceSettingsRow>(
                    row -> Stream.of(row.name(), row.place(), row.model(), row.address()),
                    DeviceSettingsRow::isOtherwise)
            .column("name", DeviceSettingsRow::name)
            .column("place", DeviceSettingsRow::place)
            .column("model", DeviceSettingsRow::model)
            .column("differs", DeviceSettingsRow::differing);
    private final DeviceService devices;
    private final SettingRuns runs;
    private final SetUp setUp;
    private final WantedSettings wanted;

    Drift(DeviceService devices, SettingRuns runs, SetUp setUp, WantedSettings wanted) {
        this.devices = devices;
        this.runs = runs;
        this.setUp = setUp;
        this.wanted = wanted;
    }

    /**
     * @param fields that are watched, as wanted and as they are
     * @param settable fields that can be set from here
     * @param differing how many are known to be otherwise than wanted
     * @param page where a person sets it by hand; empty where it names none
     * @param plannedAt when it is going to be set; absent for never
     */
    public record DeviceSettingsRow(
            UUID id,
            String name,
            String place,
            String model,
            String address,
            DeviceProtocol protocol,
            DeviceCondition.State condition,
            List<DeviceDrift> fields,
            Map<DeviceField, String> told,
            List<DeviceField> settable,
            int differing,
            String page,
            @Nullable Instant plannedAt) {
        private boolean isOtherwise() {
            return differing > 0;
        }
    }

    /** A field of a device that is changed by copying. @param before wanted until then; absent where the device has it as it likes @param after the same then */
    public record SettingChange(
            DeviceField field,
            @Nullable String before,
            @Nullable String after,
            @Nullable DeviceDrift drift) {}

    /** @param changes of what is wanted, and what is wanted and has to be set; none where nothing changes */
    public record CopyPreview(UUID id, String name, String place, String page, List<SettingChange> changes) {}

    @Transactional(readOnly = true)
    public ListPart<DeviceSettingsRow> list(ListRequest asked) {
        return list.part(seen(), asked);
    }

    /** What differs stands first. */
    private List<DeviceSettingsRow> seen() {
        return rows(devices.seen()).stream()
                .sorted(Comparator.comparing(row -> row.differing() == 0))
                .toList();
    }

    /** All that such a list would show. */
    @Transactional(readOnly = true)
    public List<UUID> fitting(ListRequest asked) {
        return list.fitting(seen(), asked).stream().map(DeviceSettingsRow::id).toList();
    }

    /** All devices of the office that are set otherwise than wanted, and are not going to be set anyway. */
    @Transactional(readOnly = true)
    public List<DeviceSettingsRow> drifted() {
        return rows(devices.list()).stream()
                .filter(row -> row.differing() > 0 && row.plannedAt() == null)
                .toList();
    }

    @Transactional(readOnly = true)
    public DeviceSettingsRow get(UUID id) {
        return rows(List.of(devices.get(id))).get(0);
    }

    private List<DeviceSettingsRow> rows(List<DeviceView> of) {
        Office office = setUp.office();
        String language = wanted.language();
        Map<UUID, Instant> planned = runs.planned();
        return of.stream()
                .map(device ->
                        row(device, WantedSettings.item(office, device.id()), language, planned.get(device.id())))
                .toList();
    }

    private static DeviceSettingsRow row(
            DeviceView device, Optional<DeviceItem> item, String language, @Nullable Instant planned) {
        List<DeviceDrift> fields = item.map(one -> DeviceDrift.between(one.wantedThere(language), device.settings()))
                .orElse(List.of());
        return new DeviceSettingsRow(
                device.id(),
                device.name(),
                device.place(),
                device.abilities().makeAndModel(),
                device.address(),
                device.protocol(),
                device.condition(),
                fields,
                device.settings().told(),
                device.settings().settable(),
                (int) fields.stream().filter(one -> one.state().isDrift()).count(),
                device.settings().page(),
                planned);
    }

    /** @param fields absent for all that are watched @param at absent for at once */
    @Transactional
    public SettingRuns.RunView send(
            @Nullable List<UUID> ids, @Nullable List<DeviceField> fields, @Nullable Instant at) {
        List<DeviceSettingsRow> rows = rows(chosen(ids));
        List<DeviceField> which = fields == null ? List.of(DeviceField.values()) : fields;
        List<SettingRuns.Order> orders = rows.stream()
                .map(row -> new SettingRuns.Order(
                        row.id(),
                        row.name(),
                        row.fields().stream()
                                .map(DeviceDrift::field)
                                .filter(which::contains)
                                .filter(row.settable()::contains)
                                .toList()))
                .filter(order -> !order.fields().isEmpty())
                .toList();
        if (orders.isEmpty()) {
            throw Invalid.of("device.nothing-to-set", "devices");
        }
        return runs.begin(orders, at);
    }

    private List<DeviceView> chosen(@Nullable List<UUID> ids) {
        Set<UUID> which = new HashSet<>(Objects.requireNonNullElse(ids, List.of()));
        List<DeviceView> found =
                devices.seen().stream().filter(one -> which.contains(one.id())).toList();
        if (found.isEmpty() || which.size() > MOST_DEVICES) {
            throw Invalid.of("device.none-chosen", "devices");
        }
        return found;
    }

    /** What copying would change at each of these, by name. */
    @Transactional(readOnly = true)
    public List<CopyPreview> preview(@Nullable UUID from, @Nullable List<DeviceField> fields, @Nullable List<UUID> to) {
        Office office = setUp.office();
        DeviceItem source = source(office, from);
        List<DeviceField> which = required(fields);
        String language = wanted.language();
        return chosen(to).stream()
                .filter(device -> !device.id().equals(from))
                .sorted(Comparator.comparing(DeviceView::name, String.CASE_INSENSITIVE_ORDER))
                .flatMap(device -> WantedSettings.item(office, device.id()).stream()
                        .map(item -> preview(device, item, item.wanting(source, which), language)))
                .toList();
    }

    private static CopyPreview preview(DeviceView device, DeviceItem before, DeviceItem after, String language) {
        Map<DeviceField, String> was = before.wantedThere(language);
        Map<DeviceField, String> becomes = after.wantedThere(language);
        List<DeviceDrift> drift = DeviceDrift.between(becomes, device.settings());
        List<SettingChange> changes = Stream.of(DeviceField.values())
                .map(field -> new SettingChange(
                        field,
                        was.get(field),
                        becomes.get(field),
                        drift.stream()
                                .filter(one -> one.field() == field)
                                .findFirst()
                                .orElse(null)))
                .filter(one -> !Objects.equals(one.before, one.after)
                        || one.drift != null && one.drift.state() != DeviceDrift.State.SAME)
                .toList();
        return new CopyPreview(
                device.id(), device.name(), device.place(), device.settings().page(), changes);
    }

    /**
     * Wants at many devices what is wanted at one, as one change of the set-up, and has it set.
     *
     * @param at when it is set; absent for at once
     * @return empty where nothing can be set from here
     */
    @Transactional
    public Optional<SettingRuns.RunView> copy(
            @Nullable UUID from, @Nullable List<DeviceField> fields, @Nullable List<UUID> to, @Nullable Instant at) {
        List<DeviceField> which = required(fields);
        List<UUID> targets = chosen(to).stream()
                .map(DeviceView::id)
                .filter(id -> !id.equals(from))
                .toList();
        if (targets.isEmpty()) {
            throw Invalid.of("device.none-chosen", "devices");
        }
        setUp.change(office -> {
            DeviceItem source = source(office, from);
            return Wish.of(targets.stream()
                    .flatMap(id -> WantedSettings.item(office, id).stream())
                    .<Change>map(item -> new Change.Put(item.wanting(source, which)))
                    .toList());
        });
        List<SettingRuns.Order> orders = orders(targets, which);
        return orders.isEmpty() ? Optional.empty() : Optional.of(runs.begin(orders, at));
    }

    private List<SettingRuns.Order> orders(List<UUID> ids, List<DeviceField> fields) {
        Office office = setUp.office();
        return ids.stream()
                .map(devices::get)
                .map(device -> new SettingRuns.Order(
                        device.id(),
                        device.name(),
                        WantedSettings.item(office, device.id())
                                .map(one -> one.wishes().fields())
                                .orElse(List.of())
                                .stream()
                                .filter(fields::contains)
                                .filter(device.settings()::isSettable)
                                .toList()))
                .filter(order -> !order.fields().isEmpty())
                .toList();
    }

    private static List<DeviceField> required(@Nullable List<DeviceField> fields) {
        if (fields == null || fields.isEmpty() || fields.contains(null)) {
            throw Invalid.of("device.no-fields", "fields");
        }
        return fields;
    }

    private static DeviceItem source(Office office, @Nullable UUID from) {
        return Optional.ofNullable(from)
                .flatMap(id -> WantedSettings.item(office, id))
                .filter(item -> Access.sees(item.place()))
                .orElseThrow(() -> Refusal.notFound("device"));
    }
}

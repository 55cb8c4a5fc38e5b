package inky.courier.watch;

import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSupplies.Supply;
import inky.courier.core.fleet.DeviceSupplies.Tray;
import inky.courier.core.fleet.FleetState;
import inky.courier.core.fleet.Level;
import inky.courier.core.fleet.SupplyForecast;
import inky.courier.core.message.Message;
import inky.courier.delivery.query.DeviceActivity;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** All devices of an office at a glance: what stops people first. */
@Service
class Fleet {
    /** Rows that are handed over at once. */
    static final int PART = 100;

    private final DeviceService devices;
    private final DeviceActivity activity;

    Fleet(DeviceService devices, DeviceActivity activity) {
        this.devices = devices;
        this.activity = activity;
    }

    /** What devices are put together by. */
    enum GroupBy {
        PLACE(DeviceView::place),
        MODEL(device -> device.abilities().makeAndModel());

        private final Function<DeviceView, String> key;

        GroupBy(Function<DeviceView, String> key) {
            this.key = key;
        }
    }

    /**
     * What is looked at.
     *
     * @param find devices whose texts hold each of these words; absent for all
     * @param state only devices in it; absent for all
     */
    record FleetRequest(
            @Nullable GroupBy by,
            @Nullable String find,
            @Nullable FleetState state) {
        private String groupOf(DeviceView device) {
            return (by == null ? GroupBy.PLACE : by).key.apply(device);
        }

        private boolean wants(DeviceView device) {
            return state == null || state == stateOf(device);
        }
    }

    /**
     * Devices of one place or model.
     *
     * @param what the place is; empty for a model
     * @param states how many devices are in each; those with none are left out
     * @param today documents that came from them today
     * @param busiest documents of today or the usual day of the device that has most
     */
    record FleetGroup(String name, String what, int devices, Map<FleetState, Integer> states, int today, int busiest) {}

    /**
     * @param devices how many there are at all
     * @param states how many devices are in each; those with none are left out
     * @param groups of what fits the request, those first in which most is amiss
     */
    record FleetSummary(int devices, Map<FleetState, Integer> states, List<FleetGroup> groups) {}

    /** A supply and when it will be out. @param early days until it may be, in one case of ten sooner; absent where nobody can say @param likely days until it is */
    record SupplyRow(
            String name,
            String colour,
            boolean marks,
            Level level,
            @Nullable Integer early,
            @Nullable Integer likely) {}

    /**
     * @param remark what is worth knowing beside the sentence; empty for nothing
     * @param days documents of the last ten days, today's last
     * @param usual documents of this weekday
     * @param lastScan absent where nobody ever scanned there
     */
    record FleetDevice(
            UUID id,
            String name,
            String model,
            String place,
            String address,
            DeviceProtocol protocol,
            FleetState state,
            DeviceCondition.State condition,
            Message sentence,
            Message remark,
            @Nullable Instant seenAt,
            List<Tray> trays,
            List<SupplyRow> supplies,
            int[] days,
            double usual,
            @Nullable Instant lastScan) {}

    /** @param fitting how many there are of which these are a part */
    record FleetPart(List<FleetDevice> rows, int fitting) {}

    @Transactional(readOnly = true)
    public FleetSummary summary(FleetRequest wanted) {
        List<DeviceView> fitting = find(wanted);
        Map<String, List<DeviceView>> groups = fitting.stream()
                .filter(wanted::wants)
                .collect(Collectors.groupingBy(
                        wanted::groupOf, () -> new TreeMap<>(String.CASE_INSENSITIVE_ORDER), Collectors.toList()));
        List<FleetGroup> rows = new ArrayList<>();
        groups.forEach((name, of) -> rows.add(new FleetGroup(
                name,
                wanted.by == GroupBy.MODEL ? "" : of.get(0).placeWhat(),
                of.size(),
                states(of),
                of.stream().mapToInt(device -> activity.today(device.id())).sum(),
                of.stream()
                        .mapToInt(device -> mostOf(activity.of(device.id())))
                        .max()
                        .orElse(0))));
        rows.sort(Comparator.comparing(Fleet::worst));
        return new FleetSummary(devices.seen().size(), states(fitting), rows);
    }

    private static int mostOf(DeviceActivity.Activity of) {
        return (int) Math.ceil(Math.max(of.days()[of.days().length - 1], of.usual()));
    }

    private static FleetState worst(FleetGroup group) {
        return group.states.keySet().stream().min(Comparator.naturalOrder()).orElse(FleetState.WELL);
    }

    private static Map<FleetState, Integer> states(List<DeviceView> of) {
        Map<FleetState, Integer> states = new EnumMap<>(FleetState.class);
        of.forEach(device -> states.merge(stateOf(device), 1, Integer::sum));
        return states;
    }

    /** The devices of one group or of all, those first with which most is amiss. @param group absent for all */
    @Transactional(readOnly = true)
    public FleetPart part(FleetRequest wanted, @Nullable String group, int from) {
        List<DeviceView> fitting = find(wanted).stream()
                .filter(wanted::wants)
                .filter(device -> group == null || wanted.groupOf(device).equalsIgnoreCase(group))
                .sorted(Comparator.comparing(Fleet::stateOf))
                .toList();
        List<DeviceView> part = fitting.subList(
                Math.min(fitting.size(), Math.max(0, from)), Math.min(fitting.size(), Math.max(0, from) + PART));
        Map<UUID, Instant> last =
                activity.lastScans(part.stream().map(DeviceView::id).toList());
        return new FleetPart(
                part.stream().map(device -> row(device, last.get(device.id()))).toList(), fitting.size());
    }

    @Transactional(readOnly = true)
    public FleetDevice one(UUID id) {
        DeviceView device = devices.get(id);
        return row(device, activity.lastScans(List.of(id)).get(id));
    }

    @Transactional(readOnly = true)
    public DeviceActivity.Outcomes outcomes(UUID id) {
        return activity.outcomes(devices.get(id).id());
    }

    /** Has those that fit the request asked again, soon. @param which of them; absent for all @return how many */
    @Transactional
    public int lookSoon(FleetRequest wanted, @Nullable List<UUID> which) {
        List<UUID> ids = find(wanted).stream()
                .filter(wanted::wants)
                .map(DeviceView::id)
                .filter(id -> which == null || which.contains(id))
                .toList();
        devices.lookSoon(ids);
        return ids.size();
    }

    private List<DeviceView> find(FleetRequest wanted) {
        return devices.find(wanted.find == null ? "" : wanted.find);
    }

    private static FleetState stateOf(DeviceView device) {
        return FleetState.of(device.condition(), device.forecasts().values());
    }

    private FleetDevice row(DeviceView device, @Nullable Instant lastScan) {
        DeviceActivity.Activity of = activity.of(device.id());
        return new FleetDevice(
                device.id(),
                device.name(),
                device.abilities().makeAndModel(),
                device.place(),
                device.address(),
                device.protocol(),
                stateOf(device),
                device.condition(),
                device.conditionWords(),
                remark(device),
                device.seenAt(),
                device.supplies().trays(),
                device.supplies().supplies().stream()
                        .map(supply -> row(supply, device.forecasts().get(supply.name())))
                        .toList(),
                of.days(),
                of.usual(),
                lastScan);
    }

    private static SupplyRow row(Supply supply, @Nullable SupplyForecast forecast) {
        return new SupplyRow(
                supply.name(),
                supply.colour(),
                supply.type().marks(),
                supply.level(),
                forecast == null ? null : forecast.early(),
                forecast == null ? null : forecast.likely());
    }

    /** The supply that is out first, where that is soon; which tray is empty its box says. */
    private static Message remark(DeviceView device) {
        Optional<Map.Entry<String, SupplyForecast>> next = device.forecasts().entrySet().stream()
                .filter(one -> one.getValue().early() <= FleetState.SOON_DAYS)
                .min(Comparator.comparing(one -> one.getValue().early()));
        return next.map(one -> words(one.getKey(), one.getValue())).orElse(Message.none());
    }

    private static Message words(String supply, SupplyForecast forecast) {
        return forecast.early() == forecast.likely()
                ? Message.of("fleet.supply-days").with("supply", supply).with("n", forecast.likely())
                : Message.of("fleet.supply-range")
                        .with("supply", supply)
                        .with("early", forecast.early())
                        .with("likely", forecast.likely());
    }
}

package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.panel.PanelChanges.LeftOut;
import inky.courier.panel.PanelChanges.PanelChange;
import inky.courier.setup.PlannedChanges;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The jobs of one panel on many: shown first, then made together. What a device cannot run, or has no place for, is left out there. */
@Service
class PanelCopies {
    private static final int MOST = 500;

    private final SetUp setUp;
    private final PlannedChanges planned;
    private final DeviceService devices;
    private final PanelChanges panels;

    PanelCopies(SetUp setUp, PlannedChanges planned, DeviceService devices, PanelChanges panels) {
        this.setUp = setUp;
        this.planned = planned;
        this.devices = devices;
        this.panels = panels;
    }

    /** @param to devices, up to {@value #MOST} @throws Refusal when one is not there */
    @Transactional(readOnly = true)
    List<PanelChange> preview(UUID from, List<UUID> to) {
        List<PanelChange> told = new ArrayList<>();
        wish(setUp.office(), from, wanted(from, to), told);
        return told;
    }

    /** Makes what {@link #preview} has shown, all together. @param at when; absent for now */
    @Transactional
    List<PanelChange> make(UUID from, List<UUID> to, @Nullable Instant at) {
        List<PanelChange> told = new ArrayList<>();
        List<DeviceView> wanted = wanted(from, to);
        Function<Office, Wish> wish = office -> wish(office, from, wanted, told);
        if (at == null) {
            setUp.change(wish);
        } else {
            Message what = Message.of("planned.panel-copy")
                    .with("name", devices.get(from).name())
                    .with("n", wanted.size());
            planned.plan(at, what, wish);
        }
        return told;
    }

    private Wish wish(Office office, UUID from, List<DeviceView> to, List<PanelChange> told) {
        PanelItem panel = PanelChanges.panelOf(office, from);
        List<Change> changes = new ArrayList<>();
        for (DeviceView device : to) {
            List<LeftOut> leftOut = new ArrayList<>();
            PanelItem then = new PanelItem(device.id(), panel.places(), panel.start())
                    .with(panels.fitting(office, panel.places(), device, leftOut));
            told.add(PanelChanges.told(office, device, then, Optional.empty(), leftOut));
            PanelChanges.change(office, then).ifPresent(changes::add);
        }
        return new Wish(changes, Map.of(), Map.of());
    }

    private List<DeviceView> wanted(UUID from, List<UUID> to) {
        devices.get(from);
        if (to.isEmpty() || to.size() > MOST) {
            throw Invalid.of("panel.copies", "to");
        }
        return to.stream()
                .distinct()
                .filter(id -> !id.equals(from))
                .map(devices::get)
                .toList();
    }
}

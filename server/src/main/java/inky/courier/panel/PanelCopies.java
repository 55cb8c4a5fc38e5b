package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.panel.PanelChanges.Fitted;
import inky.courier.panel.PanelChanges.PanelChange;
import inky.courier.panel.PanelChanges.Then;
import inky.courier.setup.PlannedChanges;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
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
        Office office = setUp.office();
        return copies(office, from, wanted(from, to))
                .map(then -> PanelChanges.told(office, then))
                .toList();
    }

    /** Makes what {@link #preview} has shown, all together. @param at when; absent for now */
    @Transactional
    List<PanelChange> make(UUID from, List<UUID> to, @Nullable Instant at) {
        List<PanelChange> told = preview(from, to);
        List<DeviceView> wanted = wanted(from, to);
        Message what = Message.of("planned.panel-copy")
                .with("name", devices.get(from).name())
                .with("n", wanted.size());
        planned.changeAt(
                at,
                what,
                office -> Wish.of(copies(office, from, wanted)
                        .flatMap(then -> PanelChanges.change(office, then.panel()).stream())
                        .toList()));
        return told;
    }

    private Stream<Then> copies(Office office, UUID from, List<DeviceView> to) {
        PanelItem panel = PanelChanges.panelOf(office, from);
        return to.stream().map(device -> {
            Fitted fitted = panels.fitting(office, panel.places(), device);
            PanelItem then = new PanelItem(device.id(), panel.places(), panel.start()).with(fitted.places());
            return new Then(device, then, Optional.empty(), fitted.leftOut());
        });
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

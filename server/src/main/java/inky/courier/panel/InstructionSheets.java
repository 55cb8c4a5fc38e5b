package inky.courier.panel;

import inky.courier.core.document.InstructionSheetWriter;
import inky.courier.core.message.Message;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.people.PanelSignIn.Way;
import inky.courier.core.sheet.InstructionSheet;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.settings.Settings;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sheets of paper that say beside each device how to scan there, as it is set up now. */
@Service
class InstructionSheets {
    private final DeviceService devices;
    private final WalkUp walkUp;
    private final PanelPlaces places;
    private final Settings settings;
    private final Clock clock;
    private final ZoneId zone;

    InstructionSheets(
            DeviceService devices, WalkUp walkUp, PanelPlaces places, Settings settings, Clock clock, ZoneId zone) {
        this.devices = devices;
        this.walkUp = walkUp;
        this.places = places;
        this.settings = settings;
        this.clock = clock;
        this.zone = zone;
    }

    /**
     * @param wanted devices; empty for all that scan
     * @param place only devices there; absent for wherever
     * @throws Refusal when there is no such device that scans
     */
    @Transactional(readOnly = true)
    public byte[] pdf(Set<UUID> wanted, @Nullable String place, InstructionSheetWriter.Paper paper) {
        OfficeSettings office = settings.read();
        List<InstructionSheet> sheets = devices.seen().stream()
                .filter(device -> device.abilities().panelPlaces() > 0)
                .filter(device -> wanted.isEmpty() || wanted.contains(device.id()))
                .filter(device -> place == null || device.place().equalsIgnoreCase(place))
                .map(device -> sheet(device, office))
                .toList();
        if (sheets.isEmpty()) {
            throw Refusal.notFound("device");
        }
        try {
            return InstructionSheetWriter.write(sheets, paper);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private InstructionSheet sheet(DeviceView device, OfficeSettings office) {
        Locale language = office.languageOf(device.language());
        Locale before = LocaleContextHolder.getLocale();
        LocaleContextHolder.setLocale(language);
        try {
            List<InstructionSheet.Job> jobs = walkUp.labels(device.id(), null, null).stream()
                    .map(label -> new InstructionSheet.Job(label.name(), label.does(), label.to()))
                    .toList();
            String phone = Stream.of(
                            office.helpDesk().phone(), office.helpDesk().email())
                    .filter(text -> !text.isEmpty())
                    .collect(Collectors.joining(", "));
            return new InstructionSheet(
                    office.office(),
                    device.name(),
                    Stream.of(device.place(), device.placeWhat())
                            .filter(text -> !text.isEmpty())
                            .collect(Collectors.joining(", ")),
                    device.address(),
                    language,
                    signIn(device, office),
                    jobs,
                    phone.isEmpty() ? Message.none() : Message.of("sheet.help").with("phone", phone),
                    office.address().isEmpty() ? "" : office.address() + "/panel/" + device.id(),
                    LocalDate.now(clock.withZone(zone)));
        } finally {
            LocaleContextHolder.setLocale(before);
        }
    }

    private List<Message> signIn(DeviceView device, OfficeSettings office) {
        List<Message> sentences = new ArrayList<>();
        Way way = device.abilities().cardReader() ? office.panelSignIn().way() : Way.PIN;
        sentences.add(Message.of(
                switch (way) {
                    case PIN -> "sheet.sign-in.pin";
                    case CARD_OR_PIN -> "sheet.sign-in.card-or-pin";
                    case CARD_AND_PIN -> "sheet.sign-in.card-and-pin";
                }));
        if (places.areGuestsWelcome(device.id())) {
            sentences.add(Message.of("sheet.sign-in.guests"));
        }
        return sentences;
    }
}

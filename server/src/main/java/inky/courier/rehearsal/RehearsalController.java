package inky.courier.rehearsal;

import inky.courier.core.Invalid;
import inky.courier.core.access.Right;
import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.profile.DeviceSetting;
import inky.courier.core.reading.Speech;
import inky.courier.core.reading.TextReader;
import inky.courier.delivery.DeliveryService.Receipt;
import inky.courier.profile.ProfileService;
import inky.courier.profile.ProfileService.ProfileForm;
import inky.courier.rehearsal.Rehearsals.Preview;
import inky.courier.rehearsal.Rehearsals.Rehearsal;
import inky.courier.rehearsal.Rehearsals.RehearsalOrder;
import inky.courier.sizing.Sizes;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

@RestController
@Needs(Right.CHANGE_SETUP)
class RehearsalController {
    private final Rehearsals rehearsals;
    private final TestDelivery tests;
    private final OwnPages own;
    private final ProfileService profiles;
    private final Sizes sizes;
    private final TextReader reader;

    RehearsalController(
            Rehearsals rehearsals,
            TestDelivery tests,
            OwnPages own,
            ProfileService profiles,
            Sizes sizes,
            TextReader reader) {
        this.rehearsals = rehearsals;
        this.tests = tests;
        this.own = own;
        this.profiles = profiles;
        this.sizes = sizes;
        this.reader = reader;
    }

    record MediaView(String name, String label) {}

    /** A value that a setting can be opened to. */
    record OpenValue(Object value, Message words) {}

    /** A setting that a job can leave to whoever stands at the device. @param path of the profile's setting */
    record OpenSetting(String path, Message words, List<OpenValue> values) {
        static OpenSetting of(DeviceSetting setting) {
            return new OpenSetting(
                    setting.path(),
                    setting.words(),
                    setting.offers().stream()
                            .map(value -> new OpenValue(value, setting.words(value)))
                            .toList());
        }
    }

    /**
     * What the workshop of this machine can do.
     *
     * @param settings that a job can leave open
     * @param models of the office's devices that scan
     * @param remedies what to install for what is missing
     */
    record Abilities(
            List<Samples.Sample> samples,
            List<MediaView> media,
            List<String> models,
            List<String> languages,
            boolean speech,
            boolean opus,
            List<OpenSetting> settings,
            List<Message> remedies) {}

    /** @param profileId whose kept passcodes count; null for a new profile */
    record PreviewOrder(ProfileForm profile, @Nullable UUID profileId, String sample) {}

    /**
     * @param limitMb of the mail, in MB of 1024 KB; 0 for none
     * @param model of the device that scans; null or empty for any
     */
    record EstimateOrder(
            ProfileForm profile,
            @Nullable UUID profileId,
            String media,
            int pages,
            int limitMb,
            @Nullable String model) {}

    @Needs(Right.READ_SETUP)
    @GetMapping("/api/workshop")
    Abilities workshopAbilities() {
        List<Message> remedies = new java.util.ArrayList<>();
        if (reader.languages().isEmpty()) {
            remedies.add(Message.of("problem.no-ocr").and(Message.of("problem.no-ocr.remedy")));
        }
        if (!Speech.isInstalled()) {
            remedies.add(Message.of("problem.no-speech").and(Message.of("problem.no-speech.remedy")));
        } else if (!Speech.canOpus()) {
            remedies.add(Message.of("problem.no-opus").and(Message.of("problem.no-opus.remedy")));
        }
        return new Abilities(
                Samples.ALL,
                MediaSizes.standard().stream()
                        .map(size -> new MediaView(size.name(), size.label()))
                        .toList(),
                sizes.models(),
                reader.languages(),
                Speech.isInstalled(),
                Speech.canOpus(),
                Stream.of(DeviceSetting.values()).map(OpenSetting::of).toList(),
                remedies);
    }

    /** A separator sheet to print. */
    @Needs(Right.READ_SETUP)
    @GetMapping(path = "/api/workshop/separator.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> separatorSheet(@RequestParam(defaultValue = "") String text) throws IOException {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"separator.pdf\"")
                .body(rehearsals.separatorSheet(text));
    }

    @Needs(Right.READ_SETUP)
    @PostMapping("/api/workshop/preview")
    Preview previewProfile(@RequestBody PreviewOrder order) throws IOException {
        return rehearsals.preview(order.profile(), order.profileId(), order.sample());
    }

    @Needs(Right.READ_SETUP)
    @PostMapping("/api/workshop/estimate")
    Sizes.EstimateView estimateProfile(@RequestBody EstimateOrder order) {
        MediaSize media = MediaSizes.byName(order.media())
                .or(() -> MediaSizes.custom(order.media()))
                .orElseThrow(() -> Invalid.of("estimate.media", "media"));
        if (order.pages() < 1 || order.pages() > 10_000 || order.limitMb() < 0 || order.limitMb() > 10_000) {
            throw Invalid.of("estimate.pages", "pages");
        }
        return sizes.estimate(
                profiles.valueOf(order.profile(), order.profileId()),
                media,
                order.pages(),
                order.limitMb() * 1024L * 1024,
                order.model() == null ? "" : order.model());
    }

    /** Pages of one's own to rehearse with. @param dpi of pictures that do not say theirs */
    @PostMapping("/api/rehearsals/pages")
    List<OwnPages.OwnPage> bringPages(
            Principal who, @RequestParam(defaultValue = "200") int dpi, @RequestPart List<MultipartFile> files)
            throws IOException {
        return own.keep(who.getName(), files, new Resolution(dpi).dpi());
    }

    /** A job, saved or not, tried on pages; nothing is sent. No content where a later order from the same desk has replaced it. */
    @Needs(Right.READ_SETUP)
    @PostMapping("/api/rehearsals")
    ResponseEntity<Rehearsal> rehearseJob(Principal who, @RequestBody RehearsalOrder order) throws IOException {
        try {
            return ResponseEntity.ok(rehearsals.rehearse(who.getName(), order));
        } catch (Runs.OutOfDate outOfDate) {
            return ResponseEntity.noContent().build();
        }
    }

    /** Pages of such an order as they go into files, to draw zones on. */
    @Needs(Right.READ_SETUP)
    @PostMapping("/api/rehearsals/large-pages")
    List<Rehearsals.LargePage> rehearsedPages(Principal who, @RequestBody RehearsalOrder order) throws IOException {
        return rehearsals.large(who.getName(), order);
    }

    /** @param person as whom it is sent */
    record TestOrder(UUID person, List<String> pages) {}

    /** Sends the pages for real. */
    @PostMapping("/api/jobs/{id}/test-delivery")
    Receipt sendTestDelivery(Principal who, @PathVariable UUID id, @RequestBody TestOrder order) throws IOException {
        return tests.send(who.getName(), id, order.person(), order.pages());
    }
}

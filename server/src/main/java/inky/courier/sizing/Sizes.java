package inky.courier.sizing;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.sizing.Coding;
import inky.courier.core.sizing.Observed;
import inky.courier.core.sizing.Observed.Seen;
import inky.courier.core.sizing.Range;
import inky.courier.core.sizing.SizeModel;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.Workshop;
import inky.courier.device.DeviceService;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Estimates sizes, and learns from the files that are made. */
@Component
public class Sizes {
    /** Older files say less about what the office scans today. */
    private static final int LATEST = 400;

    private final JdbcClient jdbc;
    private final Clock clock;
    private final DeviceService devices;

    Sizes(JdbcClient jdbc, Clock clock, DeviceService devices) {
        this.jdbc = jdbc;
        this.devices = devices;
        this.clock = clock;
    }

    /** Bytes that a tenth, half and nine tenths of such scans do not exceed. */
    public record BytesRange(long p10, long p50, long p90) {
        static BytesRange of(Range range) {
            return new BytesRange(Math.round(range.p10()), Math.round(range.p50()), Math.round(range.p90()));
        }
    }

    /** @param givesUp what the change costs */
    public record AdviceView(Message sentence, List<Message> givesUp, BytesRange mail) {}

    /**
     * @param learnedFrom files of this office that the estimate was corrected by
     * @param learnedFromModel those of them that came from the model it was asked for
     * @param pagesThatFit into the limit, for nine scans in ten; null without a limit
     * @param advice the least change that fits; null when it fits already, or nothing does
     */
    public record EstimateView(
            BytesRange page,
            BytesRange file,
            BytesRange mail,
            int learnedFrom,
            int learnedFromModel,
            boolean fits,
            @Nullable Integer pagesThatFit,
            @Nullable AdviceView advice) {}

    /**
     * Remembers how the size of real files compares with what was expected of them.
     *
     * @param profile that they were made by
     */
    public void observe(ScanProfile profile, Workshop.Result made, UUID deviceId) {
        String model = model(deviceId);
        MediaSize media = made.pages().stream()
                .flatMap(page -> page.analysis().stream())
                .map(PageAnalysis::paper)
                .map(paper -> paper.media())
                .findFirst()
                .orElse(MediaSizes.A4);
        for (MadeFile file : made.files()) {
            if (file.part() == MadeFile.Part.PAGES && file.pages() > 0) {
                double expected = SizeModel.estimate(profile, media, file.pages(), Optional.empty(), Observed.NONE)
                        .file()
                        .p50();
                jdbc.sql("insert into size_observation (coding, model, pages, ratio, at) values (?, ?, ?, ?, ?)")
                        .params(
                                Coding.of(profile).name(),
                                model,
                                file.pages(),
                                file.bytes() / Math.max(1, expected),
                                clock.instant().atOffset(ZoneOffset.UTC))
                        .update();
            }
        }
    }

    /** The models of the office's scanning devices, each once, by name. */
    public List<String> models() {
        return devices.list().stream()
                .filter(device -> device.abilities().scans())
                .map(device -> device.abilities().makeAndModel())
                .distinct()
                .sorted()
                .toList();
    }

    /**
     * @param limit bytes of a mail; 0 for none
     * @param model that pages come from; empty for any
     */
    public EstimateView estimate(ScanProfile profile, MediaSize media, int pages, long limit, String model) {
        return estimates(profile, media, model).of(pages, limit);
    }

    /** Several of one profile, for which what was seen is read once. */
    public interface Estimates {
        /** @param limit bytes of a mail; 0 for none */
        EstimateView of(int pages, long limit);
    }

    /** @param model that pages come from; empty for any */
    public Estimates estimates(ScanProfile profile, MediaSize media, String model) {
        List<Seen> ofModel = model.isEmpty() ? List.of() : seen(profile, model);
        Observed office = Observed.of(seen(profile, ""));
        return (pages, limit) -> estimate(profile, media, pages, limit, office, ofModel);
    }

    private static EstimateView estimate(
            ScanProfile profile, MediaSize media, int pages, long limit, Observed office, List<Seen> ofModel) {
        Observed observed = office.refined(ofModel);
        Optional<Long> most = limit > 0 ? Optional.of(limit) : Optional.empty();
        SizeModel.Estimate e = SizeModel.estimate(profile, media, pages, most, observed);
        boolean fits = limit == 0 || e.fits(limit);
        AdviceView advice = fits
                ? null
                : SizeModel.bestThatFits(profile, media, pages, limit, observed)
                        .map(a -> new AdviceView(
                                a.profile().sentence(),
                                a.givesUp(),
                                BytesRange.of(a.estimate().mail())))
                        .orElse(null);
        return new EstimateView(
                BytesRange.of(e.page()),
                BytesRange.of(e.file()),
                BytesRange.of(e.mail()),
                office.files(),
                ofModel.size(),
                fits,
                e.pagesThatFit().orElse(null),
                advice);
    }

    /** The profile with the least change by which so many pages fit into a mail; empty when nothing does. */
    public Optional<ScanProfile> fitting(ScanProfile profile, int pages, long limit, UUID deviceId) {
        String model = model(deviceId);
        Observed observed = Observed.of(seen(profile, "")).refined(model.isEmpty() ? List.of() : seen(profile, model));
        return SizeModel.bestThatFits(profile, MediaSizes.A4, pages, limit, observed)
                .map(SizeModel.Advice::profile);
    }

    /**
     * How much more files weigh by one profile than those that another made.
     *
     * @param has resolution of the pages, which need not be the profile's
     */
    public double ratio(ScanProfile profile, ScanProfile made, Resolution has) {
        ScanProfile coarser = ProfileDifference.dpi(has.dpi()).applyTo(made);
        return coarser.equals(profile) ? 1 : fileBytes(profile) / Math.max(1, fileBytes(coarser));
    }

    /**
     * The least change by which files like these fit.
     *
     * @param limit bytes of a mail
     * @param weight what a mail with so many pages weighs by the profile
     */
    public Optional<SizeModel.Advice> advice(ScanProfile profile, int pages, long limit, long weight) {
        double expected = SizeModel.estimate(
                        profile, MediaSizes.A4, Math.max(1, pages), Optional.empty(), Observed.NONE)
                .mail()
                .p90();
        int alike = (int) Math.min(10_000, Math.max(pages, Math.ceil(pages * weight / expected)));
        return SizeModel.bestThatFits(profile, MediaSizes.A4, alike, limit, Observed.NONE);
    }

    private static double fileBytes(ScanProfile profile) {
        return SizeModel.estimate(profile, MediaSizes.A4, 1, Optional.empty(), Observed.NONE)
                .file()
                .p50();
    }

    private String model(UUID deviceId) {
        return devices.list().stream()
                .filter(device -> device.id().equals(deviceId))
                .map(device -> device.abilities().makeAndModel())
                .findFirst()
                .orElse("");
    }

    /** @param model empty for those of all models */
    private List<Seen> seen(ScanProfile profile, String model) {
        return jdbc.sql("""
                        select ratio, pages from size_observation
                        where coding = :coding and (:model = '' or model = :model) order by at desc limit :latest""")
                .param("coding", Coding.of(profile).name())
                .param("model", model)
                .param("latest", LATEST)
                .query((row, n) -> new Seen(row.getDouble("ratio"), row.getInt("pages")))
                .list();
    }
}

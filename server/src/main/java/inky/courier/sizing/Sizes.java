package inky.courier.sizing;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.sizing.Coding;
import inky.courier.core.sizing.Observed;
import inky.courier.core.sizing.Range;
import inky.courier.core.sizing.SizeModel;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.Workshop;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Estimates sizes, and learns from the files that are made. */
@Component
public class Sizes {
    /** Older files say less about what the office scans today. */
    private static final int LATEST = 400;

    private final JdbcClient jdbc;
    private final Clock clock;

    Sizes(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Bytes that a tenth, half and nine tenths of such scans do not exceed. */
    public record BytesRange(long p10, long p50, long p90) {
        static BytesRange of(Range range) {
            return new BytesRange(Math.round(range.p10()), Math.round(range.p50()), Math.round(range.p90()));
        }
    }

    /** @param givesUp what the change costs, in words */
    public record AdviceView(String sentence, List<String> givesUp, BytesRange mail) {}

    /**
     * @param learnedFrom files of this office that the estimate was corrected by
     * @param pagesThatFit into the limit, for nine scans in ten; null without a limit
     * @param advice the least change that fits; null when it fits already, or nothing does
     */
    public record EstimateView(
            BytesRange page,
            BytesRange file,
            BytesRange mail,
            int learnedFrom,
            boolean fits,
            @Nullable Integer pagesThatFit,
            @Nullable AdviceView advice) {}

    /** Remembers how the size of real files compares with what was expected of them. */
    public void observe(ScanProfile profile, Workshop.Result made) {
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
                jdbc.sql("insert into size_observation (coding, ratio, at) values (?, ?, ?)")
                        .params(
                                Coding.of(profile).name(),
                                file.bytes() / Math.max(1, expected),
                                clock.instant().atOffset(ZoneOffset.UTC))
                        .update();
            }
        }
    }

    /** @param limit bytes of a mail; 0 for none */
    public EstimateView estimate(ScanProfile profile, MediaSize media, int pages, long limit) {
        Observed observed = observed(profile);
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
                observed.pages(),
                fits,
                e.pagesThatFit().orElse(null),
                advice);
    }

    /** The profile with the least change by which so many pages fit into a mail; empty when nothing does. */
    public Optional<ScanProfile> fitting(ScanProfile profile, int pages, long limit) {
        return SizeModel.bestThatFits(profile, MediaSizes.A4, pages, limit, observed(profile))
                .map(SizeModel.Advice::profile);
    }

    private Observed observed(ScanProfile profile) {
        return Observed.of(jdbc
                .sql("select ratio from size_observation where coding = ? order by at desc limit ?")
                .params(Coding.of(profile).name(), LATEST)
                .query(Double.class)
                .list()
                .stream()
                .mapToDouble(Double::doubleValue)
                .toArray());
    }
}

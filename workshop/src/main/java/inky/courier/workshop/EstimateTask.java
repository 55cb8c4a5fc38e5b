package inky.courier.workshop;

import inky.courier.core.Invalid;
import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.message.Message;
import inky.courier.core.profile.ProfileFormat;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.sizing.Observed;
import inky.courier.core.sizing.Range;
import inky.courier.core.sizing.SizeModel;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What pages will cost before they are scanned. */
final class EstimateTask implements Command.Task {
    @Override
    public void run(Arguments arguments, Lines out) throws IOException {
        arguments.allow("profile", "media", "pages", "limit");
        ScanProfile profile = ProfileFormat.read(arguments.text("profile")).profile();
        MediaSize media = media(arguments.required("media"));
        int pages = (int) arguments.number("pages", 1, 100_000);
        Optional<Long> limit = arguments.optional("limit").isPresent()
                ? Optional.of(arguments.number("limit", 1, Long.MAX_VALUE))
                : Optional.empty();
        SizeModel.Estimate estimate = SizeModel.estimate(profile, media, pages, limit, Observed.NONE);
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("profile", profile.sentence());
        line.put("media", media.name());
        line.put("pages", pages);
        line.put("bytesPerPage", range(estimate.page()));
        line.put("fileBytes", range(estimate.file()));
        line.put("mailBytes", range(estimate.mail()));
        limit.ifPresent(bytes -> {
            line.put("limit", bytes);
            line.put("fits", estimate.fits(bytes));
            line.put("pagesThatFit", estimate.pagesThatFit().orElse(0));
            line.put("bestThatFits", advice(profile, media, pages, bytes));
        });
        out.print(line);
    }

    private static Map<String, Object> advice(ScanProfile profile, MediaSize media, int pages, long limit) {
        return SizeModel.bestThatFits(profile, media, pages, limit, Observed.NONE)
                .map(advice -> {
                    Map<String, Object> line = new LinkedHashMap<String, Object>();
                    line.put("profile", advice.profile().sentence());
                    line.put("givesUp", advice.givesUp());
                    line.put("mailBytes", range(advice.estimate().mail()));
                    return line;
                })
                .orElse(null);
    }

    private static MediaSize media(String name) {
        return MediaSizes.byName(name)
                .or(() -> MediaSizes.custom(name))
                .orElseThrow(() -> new Invalid(
                        "workshop.media",
                        "media",
                        Message.of("problem.profile.scaleTo").with("size", name),
                        Message.text("Give a PWG 5101.1 name, such as iso_a4_210x297mm or custom_80x200mm; known are "
                                + String.join(", ", names()) + ".")));
    }

    private static List<String> names() {
        return MediaSizes.standard().stream().map(MediaSize::name).toList();
    }

    private static Map<String, Long> range(Range range) {
        Map<String, Long> line = new LinkedHashMap<>();
        line.put("p10", Math.round(range.p10()));
        line.put("p50", Math.round(range.p50()));
        line.put("p90", Math.round(range.p90()));
        return line;
    }
}

package inky.courier.core.workshop;

import inky.courier.core.job.Zone;
import inky.courier.core.page.PageRaster;
import inky.courier.core.reading.TextReader;
import inky.courier.core.tidy.Resample;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A zone cut out of a page, read only when the page turns out to stand where the zone is looked for. */
final class ZoneClip {
    private static final double MM_PER_INCH = 25.4;

    private final Zone zone;
    private final PageRaster part;
    private final List<String> languages;
    private volatile @Nullable String text;

    private ZoneClip(Zone zone, PageRaster part, List<String> languages) {
        this.zone = zone;
        this.part = part;
        this.languages = languages;
    }

    /** Those of the zones that lie on the page at least in part. */
    static List<ZoneClip> of(PageRaster page, List<Zone> zones, List<String> languages) {
        List<ZoneClip> clips = new ArrayList<>();
        for (Zone zone : zones) {
            int left = pixels(zone.left(), page);
            int top = pixels(zone.top(), page);
            int right = Math.min(page.width(), pixels(zone.left() + zone.width(), page));
            int bottom = Math.min(page.height(), pixels(zone.top() + zone.height(), page));
            if (right > left && bottom > top) {
                clips.add(new ZoneClip(
                        zone,
                        Resample.part(page, left, top, right - left, bottom - top)
                                .toGrey(),
                        languages));
            }
        }
        return clips;
    }

    private static int pixels(double mm, PageRaster page) {
        return (int) Math.round(mm / MM_PER_INCH * page.resolution().dpi());
    }

    Zone zone() {
        return zone;
    }

    /** Empty where nothing can be read, here or at all: a file goes out by a shorter name rather than not. */
    String text(TextReader reader) {
        @Nullable String known = text;
        if (known == null) {
            try {
                known = zone.kept(reader.readPart(part, languages));
            } catch (IOException e) {
                known = "";
            }
            text = known;
        }
        return known;
    }

    long bytes() {
        return part.samples().length;
    }
}

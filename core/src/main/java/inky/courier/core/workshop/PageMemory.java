package inky.courier.core.workshop;

import inky.courier.core.media.Resolution;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What came of pages before, for whoever makes files of the same pages again and again while a profile is being chosen: then
 * only what depends on the change is done anew. Asked from several threads.
 */
public interface PageMemory {
    /** Forgets all. */
    PageMemory NONE = new PageMemory() {
        @Override
        public @Nullable Remembered find(Object key) {
            return null;
        }

        @Override
        public void keep(Object key, Remembered what) {}
    };

    /** Null where it is not known, or not any more. @param key equal for what is the same */
    @Nullable
    Remembered find(Object key);

    void keep(Object key, Remembered what);

    /** Something that can be kept. */
    interface Remembered {
        /** About how much room it takes. */
        long bytes();
    }

    /** Of a page as it came. @param what was found of it */
    record OfPage(String digest, Object what) {}

    /**
     * Of pages that were worked on: the same pages, at the same place in the stack, by the settings that change anything about
     * a page. What a name, a file or a destination is called, and where files begin, is none of these.
     *
     * @param pages digests, with what people did to the pages
     * @param stamp the text that is printed onto them; empty for none
     */
    record OfWork(List<String> pages, int number, ScanProfile profile, boolean analysed, String stamp, Object more) {
        static OfWork of(
                List<String> pages, int number, ScanProfile profile, boolean analysed, String stamp, Object more) {
            ScanProfile matters = new ScanProfile(
                    profile.colour(),
                    new Resolution(200),
                    Sides.ONE,
                    ScanInput.FEEDER,
                    profile.tone(),
                    profile.tidy(),
                    profile.grouping().ofPages(),
                    profile.files().ofPages());
            return new OfWork(pages, number, matters, analysed, stamp, more);
        }

        /** One of several papers on the glass. @param at which of the pictures is its first */
        OfWork ofPaper(int at) {
            return new OfWork(pages, number, profile, analysed, stamp, List.of("paper", at));
        }

        /** The text on it is the same whatever file it goes into. @param at which of the pictures that came of it */
        OfWork reading(int at) {
            ScanProfile seen =
                    profile.withFiles(FileSettings.PDF.reading(profile.files().languages()));
            boolean forText = profile.files().type().readsText();
            return new OfWork(pages, number, seen, analysed, stamp, List.of("words", more, at, forText));
        }
    }
}

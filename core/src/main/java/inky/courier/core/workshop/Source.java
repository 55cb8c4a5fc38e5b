package inky.courier.core.workshop;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import java.io.IOException;
import java.util.Optional;

/** A page as it came from the scanner. */
public interface Source {
    /** Its samples; decoded anew at each call, so that only pages in work are in memory. */
    PageRaster raster() throws IOException;

    /** How many its raster has, where that is known without decoding it; 0 where it is not. */
    default long pixels() {
        return 0;
    }

    /** A page that is decoded already. */
    static Source of(PageRaster page) {
        return () -> page;
    }

    /** What tells this page from every other, where it may come again; empty where it is not known. */
    default Optional<String> digest() {
        return Optional.empty();
    }

    /** The device's own JPEG, to be used as it is where nothing is changed. */
    default Optional<byte[]> jpeg() throws IOException {
        return Optional.empty();
    }

    /** What was found of it before, by this very analysis; empty where it is still to be analysed. */
    default Optional<PageAnalysis> analysis() {
        return Optional.empty();
    }

    /** Its resolution, where that is known without decoding it. */
    default Optional<Resolution> knownResolution() {
        return Optional.empty();
    }

    /** Whether a person set a split before this page. */
    default boolean splitBefore() {
        return false;
    }

    /** Whether a person turned this page: then it is not turned upright by what is found. */
    default boolean turnedByHand() {
        return false;
    }

    /** Whether a person chose a part of this page: then no paper is looked for in it. */
    default boolean croppedByHand() {
        return false;
    }

    /** Whether a person brought this page back after it was skipped as blank. */
    default boolean keep() {
        return false;
    }
}

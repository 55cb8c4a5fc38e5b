package inky.courier.core.workshop;

import static org.junit.jupiter.api.Assertions.assertEquals;

import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.workshop.PlannedFiles.Page;
import inky.courier.core.workshop.PlannedFiles.Use;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlannedFilesTest {
    /** p a page, P one with a split before it, o left out, O with a split, b blank, s a separator sheet. */
    @ParameterizedTest
    @CsvSource({
        "0, false, false, pppp, 4",
        "2, false, false, ppppp, 2 2 1",
        "0, false, false, ppPp, 2 2",
        "0, false, false, ppOp, 3",
        "0, false, false, pbpb, 2",
        "0, true, false, pbpbb, 1 1",
        "0, false, true, spspps, 1 2",
        "3, false, true, ppsppppP, 2 3 1 1",
        "0, false, false, oob, ''",
    })
    void whatBecomesOfPages(int every, boolean atBlank, boolean atSeparator, String pages, String files) {
        ScanProfile profile = new ScanProfile(
                ColourMode.GREY,
                new Resolution(200),
                Sides.ONE,
                null,
                null,
                null,
                new Grouping(every, atBlank, atSeparator, false),
                FileSettings.PDF);
        assertEquals(files, planned(profile, pages));
        ScanProfile each = new ProfileDifference(Map.of("files.pagesPerFile", "one")).applyTo(profile);
        assertEquals(
                pages.chars()
                        .filter(c -> "pP".indexOf(c) >= 0)
                        .mapToObj(c -> "1")
                        .collect(Collectors.joining(" ")),
                planned(each, pages));
    }

    private static String planned(ScanProfile profile, String pages) {
        List<Page> all = pages.chars()
                .mapToObj(c -> new Page(
                        switch (c) {
                            case 'o', 'O' -> Use.LEFT_OUT;
                            case 'b' -> Use.BLANK;
                            case 's' -> Use.SEPARATOR;
                            default -> Use.IN_A_FILE;
                        },
                        Character.isUpperCase(c)))
                .toList();
        return PlannedFiles.of(profile, all).stream()
                .map(file -> {
                    file.separator().ifPresent(sheet -> assertEquals('s', pages.charAt(sheet)));
                    String between = pages.substring(
                            file.separator().orElse(0), file.pages().get(0));
                    assertEquals(file.separator().isPresent() ? 0 : -1, between.lastIndexOf('s'), pages);
                    return Integer.toString(file.pages().size());
                })
                .collect(Collectors.joining(" "));
    }
}

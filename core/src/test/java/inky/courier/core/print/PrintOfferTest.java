package inky.courier.core.print;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Problem;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.destination.PrintSettings.PagesPerSide;
import inky.courier.core.destination.PrintSettings.PrintColour;
import inky.courier.core.destination.PrintSettings.PrintScaling;
import inky.courier.core.destination.PrintSettings.PrintSides;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PrintOfferTest {
    private static final PrintOffer SMALL = new PrintOffer(
            Optional.of(9),
            Map.of(
                    "sides",
                    Set.of("one-sided"),
                    "print-color-mode",
                    Set.of("monochrome"),
                    "finishings",
                    Set.of("none"),
                    "print-scaling",
                    Set.of("auto", "none"),
                    "number-up",
                    Set.of("1", "2", "4"),
                    "page-ranges",
                    Set.of("false"),
                    "media-source",
                    Set.of("auto", "tray-1"),
                    PrintOffer.FORMATS,
                    Set.of("application/pdf")),
            Map.of(),
            List.of(),
            List.of());

    private static List<String> fields(PrintOffer offer, PrintWish wanted) {
        return offer.lacks(wanted, "Post room").stream().map(Problem::field).toList();
    }

    private static PrintWish wish(PrintSettings how) {
        return PrintWish.of(how);
    }

    @Test
    void whatADeviceCannotDoIsSaidBesideIt() {
        PrintWish much = new PrintWish(
                new PrintSettings(
                        10, PrintSides.SHORT_EDGE, PrintColour.COLOUR, true, PrintScaling.FILL, PagesPerSide.NINE),
                "2-",
                "tray-2");
        assertEquals(
                List.of("copies", "sides", "colour", "staple", "scaling", "perSide", "tray", "pages"),
                fields(SMALL, much));
        assertEquals(
                "Post room prints 9 copies at most.",
                SMALL.lacks(much, "Post room").get(0).sentence().in(Locale.ENGLISH));
        assertTrue(SMALL.lacks(much, "Post room").stream()
                .noneMatch(problem -> problem.sentence().in(Locale.ENGLISH).isEmpty()
                        || problem.remedy().in(Locale.ENGLISH).isEmpty()));
        assertEquals(
                List.of(),
                fields(
                        SMALL,
                        new PrintWish(
                                new PrintSettings(
                                        9,
                                        PrintSides.ONE,
                                        PrintColour.GREY,
                                        false,
                                        PrintScaling.NONE,
                                        PagesPerSide.FOUR),
                                "",
                                "tray-1")));
        assertEquals(List.of(), fields(SMALL, wish(PrintSettings.USUAL)), "as it is set it prints always");
        assertEquals(List.of(), fields(PrintOffer.UNTOLD, much), "it is asked, and says so itself");
        assertEquals(
                new PrintChoices(
                        9,
                        List.of(PrintSides.AS_SET, PrintSides.ONE),
                        List.of(PrintColour.AS_SET, PrintColour.GREY),
                        false,
                        List.of(PrintScaling.AS_SET, PrintScaling.NONE),
                        List.of(PagesPerSide.ONE, PagesPerSide.TWO, PagesPerSide.FOUR),
                        false,
                        List.of()),
                SMALL.choices());
        assertTrue(SMALL.prints("application/pdf") && PrintOffer.UNTOLD.prints("image/jpeg"));
        assertFalse(SMALL.prints("image/jpeg"));
    }

    /** PWG 5100.13 section 5.3.5, {@code job-constraints-supported}, from memory: what has a value of each cannot be. */
    @Test
    void whatItCannotDoTogetherIsSaidBeforeItIsSent() {
        PrintOffer offer = new PrintOffer(
                Optional.of(9),
                Map.of(
                        "sides", Set.of("one-sided", "two-sided-short-edge"),
                        "print-color-mode", Set.of("color"),
                        "finishings", Set.of("none", "staple"),
                        "media-source", Set.of("tray-1", "by-pass-tray")),
                Map.of("sides", "one-sided"),
                List.of(
                        Map.of("finishings", Set.of("staple"), "media-source", Set.of("by-pass-tray")),
                        Map.of("finishings", Set.of("staple"), "sides", Set.of("two-sided-short-edge")),
                        Map.of("print-color-mode", Set.of("color"), "sides", Set.of("one-sided"))),
                List.of());
        PrintSettings stapled = PrintSettings.of(1, PrintSides.AS_SET, PrintColour.AS_SET, true);
        assertEquals(List.of("staple"), fields(offer, new PrintWish(stapled, "", "by-pass-tray")));
        assertEquals(List.of(), fields(offer, new PrintWish(stapled, "", "tray-1")));
        assertEquals(List.of(), fields(offer, wish(stapled)));
        assertEquals(
                List.of("sides"),
                fields(offer, wish(PrintSettings.of(1, PrintSides.SHORT_EDGE, PrintColour.AS_SET, true))));
        assertEquals(
                List.of("colour"),
                fields(offer, wish(PrintSettings.of(1, PrintSides.AS_SET, PrintColour.COLOUR, false))),
                "with what is as the device is set");
    }

    /**
     * Recorded: what CUPS 2.4's {@code ippeveprinter} tells (Debian's cups-ipp-utils). RFC 8011 section 5.2: what a printer supports
     * has its {@code -supported}; this one says nothing of scaling and of several pages on a side.
     */
    @Test
    void whatAPrinterDoesNotTellOfItCannotDo() {
        PrintOffer offer = new PrintOffer(
                Optional.of(999),
                Map.of(
                        "sides",
                        Set.of("one-sided", "two-sided-long-edge", "two-sided-short-edge"),
                        "print-color-mode",
                        Set.of("monochrome"),
                        "finishings",
                        Set.of("none"),
                        "page-ranges",
                        Set.of("true"),
                        "media-source",
                        Set.of("auto", "main", "manual", "by-pass-tray"),
                        PrintOffer.FORMATS,
                        Set.of("application/octet-stream", "application/pdf", "image/jpeg")),
                Map.of("sides", "one-sided"),
                List.of(),
                List.of());
        PrintChoices choices = offer.choices();
        assertEquals(99, choices.copies());
        assertEquals(List.of(PrintScaling.AS_SET), choices.scalings());
        assertEquals(List.of(PagesPerSide.ONE), choices.perSide());
        assertFalse(choices.staple());
        assertEquals(
                List.of("scaling", "perSide"),
                fields(
                        offer,
                        wish(new PrintSettings(
                                1, PrintSides.ONE, PrintColour.GREY, false, PrintScaling.FIT, PagesPerSide.TWO))));
    }
}

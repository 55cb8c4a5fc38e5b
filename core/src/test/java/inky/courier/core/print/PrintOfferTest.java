package inky.courier.core.print;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Problem;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.destination.PrintSettings.PrintColour;
import inky.courier.core.destination.PrintSettings.PrintSides;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PrintOfferTest {
    private static final PrintOffer SMALL = new PrintOffer(
            Optional.of(9), Optional.of(Set.of("one-sided")), Optional.of(Set.of("monochrome")), Optional.of(false));

    private static List<String> fields(PrintOffer offer, PrintSettings wanted) {
        return offer.lacks(wanted, "Post room").stream().map(Problem::field).toList();
    }

    @Test
    void whatADeviceCannotDoIsSaidBesideIt() {
        PrintSettings much = new PrintSettings(10, PrintSides.SHORT_EDGE, PrintColour.COLOUR, true);
        assertEquals(List.of("copies", "sides", "colour", "staple"), fields(SMALL, much));
        assertEquals(
                "Post room prints 9 copies at most.",
                SMALL.lacks(much, "Post room").get(0).sentence().in(Locale.ENGLISH));
        assertTrue(SMALL.lacks(much, "Post room").stream()
                .noneMatch(problem -> problem.sentence().in(Locale.ENGLISH).isEmpty()
                        || problem.remedy().in(Locale.ENGLISH).isEmpty()));
        assertEquals(List.of(), fields(SMALL, new PrintSettings(9, PrintSides.ONE, PrintColour.GREY, false)));
        assertEquals(List.of(), fields(SMALL, PrintSettings.USUAL), "as it is set it prints always");
        assertEquals(List.of(), fields(PrintOffer.UNTOLD, much), "it is asked, and says so itself");
    }
}

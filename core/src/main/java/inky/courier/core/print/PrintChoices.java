package inky.courier.core.print;

import inky.courier.core.destination.PrintSettings.PagesPerSide;
import inky.courier.core.destination.PrintSettings.PrintColour;
import inky.courier.core.destination.PrintSettings.PrintScaling;
import inky.courier.core.destination.PrintSettings.PrintSides;
import inky.courier.core.print.PrintOffer.PaperTray;
import java.util.List;

/**
 * What somebody may choose at a device: what it says that it can do.
 *
 * @param copies at most
 * @param pages whether some of the pages can be chosen
 * @param trays in which paper may be chosen; none where the device chooses always
 */
public record PrintChoices(
        int copies,
        List<PrintSides> sides,
        List<PrintColour> colours,
        boolean staple,
        List<PrintScaling> scalings,
        List<PagesPerSide> perSide,
        boolean pages,
        List<PaperTray> trays) {}

package inky.courier.standins;

import java.util.Optional;

/**
 * A scan as it is asked for, over whatever protocol.
 *
 * @param size empty for as large as the paper is, which on the glass is all of the glass
 */
record ScanOrder(boolean glass, boolean bothSides, boolean colour, int dpi, Optional<Sheet.Extent> size) {}

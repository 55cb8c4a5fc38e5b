package inky.courier.delivery;

import inky.courier.core.print.PrintWish;
import java.util.Optional;
import java.util.UUID;

/** A delivery on paper once more. @param file the position of the only one that is printed; empty for all */
public record Paper(UUID deviceId, String deviceName, PrintWish wish, Optional<Integer> file) {}

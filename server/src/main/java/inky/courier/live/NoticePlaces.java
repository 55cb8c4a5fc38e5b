package inky.courier.live;

import java.util.Optional;
import java.util.UUID;

/** Where something is that notices tell of, for desks that are limited to places. One implementation for each kind. */
public interface NoticePlaces {
    String kind();

    /** Empty where it is not there any more. */
    Optional<String> placeOf(UUID id);
}

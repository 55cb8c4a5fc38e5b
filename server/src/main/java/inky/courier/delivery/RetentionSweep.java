package inky.courier.delivery;

import java.time.Instant;

/** Now and then what is over is removed; whoever keeps something for a while removes theirs. @param before what was last used before then */
public record RetentionSweep(Instant before) {}

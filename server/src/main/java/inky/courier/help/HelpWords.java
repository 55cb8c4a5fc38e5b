package inky.courier.help;

import jakarta.annotation.Nullable;
import java.time.Instant;

/** What was said in a call. @param pointsAt the part of the screen that is meant; absent for none */
public record HelpWords(
        Instant at, boolean fromDesk, String text, @Nullable Integer pointsAt) {}

package inky.courier.delivery;

import inky.courier.core.message.Message;
import jakarta.annotation.Nullable;
import java.util.UUID;

/** Where what happened to a delivery is written down. */
interface StepLog {
    /** @param leg which leg it is about; null for the whole @param farSide the far side's own words; empty for none */
    void add(UUID delivery, @Nullable UUID leg, Message words, String farSide);
}

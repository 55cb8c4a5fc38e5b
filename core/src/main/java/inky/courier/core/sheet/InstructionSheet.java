package inky.courier.core.sheet;

import inky.courier.core.message.Message;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;

/**
 * What stands on the sheet beside a device.
 *
 * @param place where the device stands, and what the place is; empty for nothing
 * @param address on the network; empty for none
 * @param language of its words
 * @param signIn how somebody signs in, a sentence each
 * @param jobs in the order of their places
 * @param help whom to call, as one line; none for nobody
 * @param panel where its panel opens in a browser; empty for nowhere
 * @param made when this was so
 */
public record InstructionSheet(
        String office,
        String device,
        String place,
        String address,
        Locale language,
        List<Message> signIn,
        List<Job> jobs,
        Message help,
        String panel,
        LocalDate made) {
    /**
     * @param does what it is for, or how it scans
     * @param to where it goes; none where whoever scans chooses
     */
    public record Job(String name, Message does, List<Message> to) {}
}

package inky.courier.device;

import inky.courier.core.print.PrintCause;
import inky.courier.core.print.PrintOffer;
import inky.courier.core.print.PrintWish;
import java.io.InputStream;
import java.util.Optional;
import java.util.function.Supplier;

/** Prints on a device. */
public interface DevicePrinter extends DeviceLink {
    /** A document to print. @param name which tells the job again among the device's own @param wish how it is printed */
    record PrintOrder(String name, String mediaType, long bytes, Supplier<InputStream> content, PrintWish wish) {}

    /** What a device answered. @param refusal why it did not take the job; empty when it did @param words its own */
    record PrintAnswer(Optional<PrintCause> refusal, String words) {}

    /** What became of a print job, as far as its device remembers it. */
    enum PrintState {
        /** The device knows no such job, any more or yet. */
        UNKNOWN,
        UNDER_WAY,
        PRINTED,
        /** Given up by the device, or by somebody in front of it. */
        NOT_PRINTED
    }

    /** @throws DeviceTrouble when no answer is had */
    PrintAnswer print(DeviceAddress device, PrintOrder order) throws DeviceTrouble;

    /** What it can do with a document. */
    PrintOffer offer(DeviceAddress device) throws DeviceTrouble;

    PrintState printState(DeviceAddress device, String name) throws DeviceTrouble;
}

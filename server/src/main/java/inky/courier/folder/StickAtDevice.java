package inky.courier.folder;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders.FolderEntry;
import inky.courier.destination.Folders.FolderListing;
import inky.courier.destination.StorageRoute;
import inky.courier.device.DeviceService;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** What lies on the stick in a device, for whoever stands there. */
@Component
public class StickAtDevice {
    private static final long MOST_BYTES = 100L << 20;
    private static final int BLOCK = 64 * 1024;

    private final DeviceService devices;
    private final WebDavFolders dav;

    StickAtDevice(DeviceService devices, WebDavFolders dav) {
        this.devices = devices;
        this.dav = dav;
    }

    /** @return whether one is in; not where the device does not say */
    public boolean isIn(UUID device) {
        try {
            return access(device)
                    .map(stick -> FolderBrowser.into(
                            dav, stick, folder -> folder.find(FolderPath.ROOT).isPresent()))
                    .orElse(false);
        } catch (Refusal silent) {
            return false;
        }
    }

    /** @param after the name after which to go on; empty for the beginning @param wanted which entries are to be seen @throws Refusal when none is in */
    public FolderListing list(UUID device, FolderPath folder, String after, Predicate<FolderEntry> wanted) {
        return into(device, stick -> stick.list(folder, after, wanted));
    }

    /** Copies a file of it. @throws Refusal when it is gone @throws Invalid when it is too large */
    public void copy(UUID device, FolderPath file, Path to) {
        into(device, stick -> {
            long bytes = stick.find(file)
                    .filter(entry -> !entry.folder())
                    .map(FolderEntry::bytes)
                    .orElseThrow(() -> Refusal.notFound("file"));
            if (bytes > MOST_BYTES) {
                throw tooLarge(file);
            }
            try (InputStream in = stick.read(file);
                    OutputStream out = Files.newOutputStream(to)) {
                copy(in, out, file);
            }
            return bytes;
        });
    }

    /** What the far side says of its size need not be so. */
    private static void copy(InputStream in, OutputStream out, FolderPath file) throws IOException {
        byte[] block = new byte[BLOCK];
        long copied = 0;
        for (int n = in.read(block); n >= 0; n = in.read(block)) {
            copied += n;
            if (copied > MOST_BYTES) {
                throw tooLarge(file);
            }
            out.write(block, 0, n);
        }
    }

    private static Invalid tooLarge(FolderPath file) {
        return new Invalid(
                "stick.large",
                "path",
                Message.of("problem.stick.large").with("file", file.name()).with("limit", "100 MB"),
                Message.of("problem.stick.large.remedy"));
    }

    private <T> T into(UUID device, FolderBrowser.Look<T> look) {
        FolderAccess stick = access(device).orElseThrow(StickAtDevice::none);
        try {
            return FolderBrowser.into(dav, stick, look);
        } catch (Refusal refused) {
            String missing = "folder." + TransferCause.FOLDER_NOT_FOUND.name().toLowerCase(Locale.ROOT);
            throw refused.code().equals(missing) && !isIn(device) ? none() : refused;
        }
    }

    private static Refusal none() {
        return Refusal.of(HttpStatus.CONFLICT, "stick.none");
    }

    private Optional<FolderAccess> access(UUID device) {
        return devices.storageOf(device, StorageAtDevice.STICK)
                .map(address -> new FolderAccess(
                        StorageRoute.of(device), "", DestinationKind.USB, FolderSettings.BLANK.at(address), ""));
    }
}

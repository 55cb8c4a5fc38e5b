package inky.courier.folder;

import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Outcome;
import inky.courier.harness.LargeFile;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Sends one large file to a folder; ends with 0 when it was accepted. */
final class LargeUpload {
    private LargeUpload() {}

    static void run(FolderAccess access) throws IOException, InterruptedException {
        FolderSettings s = access.settings();
        LargeFile.inASmallHeap(
                LargeUpload.class,
                access.kind().name(),
                s.host(),
                Integer.toString(s.port()),
                s.encryption().name(),
                s.path());
    }

    public static void main(String[] args) {
        FolderSettings settings = FarSides.settings(
                args[1], Integer.parseInt(args[2]), args[4], Encryption.valueOf(args[3]), WhenTaken.NUMBER);
        FolderAccess access = FarSides.access(DestinationKind.valueOf(args[0]), settings, FarSides.PASSWORD);
        Outcome outcome = FarSides.send(
                access,
                FarSides.consignment(UUID.randomUUID(), Map.of(), List.of(LargeFile.pdf())),
                new FarSides.Claimed());
        System.out.println(outcome);
        System.exit(outcome instanceof Outcome.Accepted ? 0 : 1);
    }
}

package inky.courier.standins;

import java.io.IOException;
import java.net.BindException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Starts the stand-ins of a world file and runs until it is ended.
 *
 * <p>Arguments: world file, data folder, port of the devices, first port of the post offices, port of the mailbox page.
 */
public final class StandIns {
    private static final int PAGE_MILLIS = 450;
    private static final int MB = 1024 * 1024;

    private StandIns() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        if (args.length != 5) {
            System.err.println("usage: StandIns WORLD.json FOLDER DEVICE_PORT MAIL_PORT PAGE_PORT");
            System.exit(2);
        }
        Path folder = Path.of(args[1]);
        int devicePort = Integer.parseInt(args[2]);
        int mailPort = Integer.parseInt(args[3]);
        int pagePort = Integer.parseInt(args[4]);
        try {
            start(World.read(Path.of(args[0])), folder, devicePort, mailPort, pagePort);
        } catch (BindException e) {
            System.err.println("A port of the stand-ins is in use (" + devicePort + ", " + mailPort + " to "
                    + (mailPort + 2) + " or " + pagePort + "): " + e.getMessage());
            System.exit(3);
        }
        System.out.println("stand-ins ready");
        Thread.currentThread().join();
    }

    private static void start(World world, Path folder, int devicePort, int mailPort, int pagePort) throws IOException {
        Map<String, StandInDevice> devices = new HashMap<>();
        long seed = 1;
        for (World.Device device : world.devices()) {
            DeviceModel model = DeviceModel.named(device.model()).orElseThrow();
            devices.put(
                    device.name(),
                    StandInDevice.start(model, device.name(), device.address(), devicePort, seed++ * 100, PAGE_MILLIS));
        }
        for (World.Trouble trouble : world.troubles()) {
            devices.get(trouble.device()).misbehave(trouble.state(), trouble.reasons());
        }
        List<PostOffice> offices = new ArrayList<>();
        for (World.Office office : world.postOffices()) {
            offices.add(PostOffice.open(new PostOffice.Settings(
                    office.host(),
                    office.address(),
                    mailPort,
                    mailPort + 1,
                    mailPort + 2,
                    office.account(),
                    office.password(),
                    office.maxMessageMb() * MB,
                    folder.resolve(office.host()))));
        }
        new MailboxPage(offices, devices, pagePort).start();
    }
}

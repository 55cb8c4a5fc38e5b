package inky.courier.standins;

import java.io.IOException;
import java.net.BindException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Starts the stand-ins of a world file and runs until it is ended.
 *
 * <p>Arguments: world file, data folder, port of the devices, first port of the post offices, first port of the file house, port of the bench page;
 * and, for a large office, how many more addresses its devices have at the port after that of the devices.
 */
public final class StandIns {
    private static final int PAGE_MILLIS = 450;

    /** Of a large office's devices some are always away. */
    private static final int AWAY_EVERY = 20;

    private static final int MB = 1024 * 1024;

    private StandIns() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        if (args.length < 6 || args.length > 7) {
            System.err.println(
                    "usage: StandIns WORLD.json FOLDER DEVICE_PORT MAIL_PORT FILE_PORT PAGE_PORT [MORE_DEVICES]");
            System.exit(2);
        }
        Path folder = Path.of(args[1]);
        int devicePort = Integer.parseInt(args[2]);
        int mailPort = Integer.parseInt(args[3]);
        int filePort = Integer.parseInt(args[4]);
        int pagePort = Integer.parseInt(args[5]);
        try {
            World world = World.read(Path.of(args[0]));
            Map<String, StandInDevice> devices = start(world, folder, devicePort, mailPort, filePort, pagePort);
            if (args.length == 7) {
                List<StandInDevice> behind = world.devices().stream()
                        .map(device -> devices.get(device.name()))
                        .toList();
                ManyAddresses.open(Integer.parseInt(args[6]), devicePort + 1, behind, AWAY_EVERY)
                        .snmp(devicePort);
            }
        } catch (BindException e) {
            System.err.println(
                    "A port of the stand-ins is in use (" + devicePort + ", " + mailPort + " to " + (mailPort + 2)
                            + ", " + filePort + " to " + (filePort + 6) + " or " + pagePort + "): " + e.getMessage());
            System.exit(3);
        } catch (IOException | RuntimeException e) {
            // What has started already would keep the process alive, and whoever waits for it waiting.
            e.printStackTrace();
            System.exit(1);
        }
        System.out.println("stand-ins ready");
        Thread.currentThread().join();
    }

    private static Stream<Announcements.Service> announced(World.Device device, int port) {
        return Stream.of("_ipp._tcp", "_uscan._tcp")
                .map(type -> new Announcements.Service(
                        type,
                        device.name(),
                        device.address(),
                        port,
                        List.of("txtvers=1", "ty=" + device.model(), "note=" + device.place(), "rs=eSCL")));
    }

    /** The devices of the office as it has set them; those that are to be found yet are as they came. */
    private static void setUp(World world, Map<String, StandInDevice> devices) {
        Map<String, String> what =
                world.places().stream().collect(Collectors.toMap(World.Place::name, World.Place::what));
        World.Settings settings = world.settings();
        for (World.Device device : world.devices()) {
            StandInDevice there = devices.get(device.name());
            there.set("printer-location", device.place() + ", " + what.get(device.place()));
            there.set("printer-contact-col", settings.contact());
            there.set("sleep-minutes", Integer.toString(settings.sleepMinutes()));
            there.set("time-server", settings.timeServer());
        }
        settings.changedThere().forEach(change -> devices.get(change.device()).set(change.attribute(), change.value()));
    }

    private static Map<String, StandInDevice> start(
            World world, Path folder, int devicePort, int mailPort, int filePort, int pagePort) throws IOException {
        Map<String, StandInDevice> devices = new TreeMap<>();
        long seed = 1;
        for (World.Device device : world.allDevices()) {
            DeviceModel model = DeviceModel.named(device.model()).orElseThrow();
            devices.put(
                    device.name(),
                    StandInDevice.start(
                            model,
                            device.name(),
                            device.address(),
                            devicePort,
                            seed++ * 100,
                            PAGE_MILLIS,
                            folder.resolve("device " + device.name())));
            Optional.ofNullable(device.firmware()).ifPresent(devices.get(device.name())::firmware);
            devices.get(device.name()).stock().fill(device.paper(), device.toner());
            devices.get(device.name()).snmp(devicePort, world.snmp().community());
        }
        setUp(world, devices);
        Announcements.of(world.allDevices().stream()
                .flatMap(device -> announced(device, devicePort))
                .toList());
        for (StandInDevice device : devices.values()) {
            device.stick(false);
        }
        for (World.Stick stick : world.sticks()) {
            devices.get(stick.device()).stick(true);
            devices.get(stick.device()).layOnStick(stick.stack());
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
        World.House files = world.fileHouse();
        FileHouse house = FileHouse.open(new FileHouse.Settings(
                files.host(),
                files.address(),
                filePort,
                filePort + 1,
                filePort + 2,
                filePort + 3,
                files.account(),
                files.password(),
                folder.resolve(files.host())));
        World.House clouds = world.cloud();
        CloudHouse cloud = CloudHouse.open(new CloudHouse.Settings(
                clouds.host(),
                clouds.address(),
                filePort + 4,
                clouds.account(),
                clouds.password(),
                folder.resolve(clouds.host())));
        World.Directory office = world.directory();
        StandInDirectory directory = StandInDirectory.open(new StandInDirectory.Settings(
                office.host(),
                office.address(),
                filePort + 5,
                office.base(),
                office.account(),
                office.password(),
                folder.resolve(office.host())));
        directory.fill(Stream.concat(world.people().stream(), office.more().stream())
                .map(World.Person::entry)
                .toList());
        new BenchPage(offices, devices, house, cloud, pagePort).start();
        return devices;
    }
}

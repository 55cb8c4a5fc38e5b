package inky.courier.demo;

import inky.courier.core.office.ShelfFolderItem;
import inky.courier.firmware.FirmwareVersions.FirmwareForm;
import inky.courier.web.Json;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** The file of the demo world. */
record World(
        String office,
        String domain,
        Settings settings,
        List<Place> places,
        List<Device> devices,
        List<FirmwareForm> firmware,
        List<ShelfFolder> shelf,
        List<PostOffice> postOffices,
        House fileHouse,
        House cloud,
        Directory directory,
        Snmp snmp,
        Admin administrator,
        List<Person> people,
        List<String> contacts,
        Map<String, String> pins) {
    /** What the office wants its devices to keep. */
    record Settings(String contact, int sleepMinutes, String timeServer) {}

    record Place(String name, String what) {}

    record Device(String name, String place, String model, String address, int scansADay) {}

    /** @param documents titles of its papers */
    record ShelfFolder(
            String name,
            ShelfFolderItem.Reach reach,
            boolean own,
            int keepDays,
            String passcode,
            List<String> documents) {}

    record PostOffice(
            String name, String host, String address, String account, String password, String formerPassword) {}

    record House(String host, String address, String account, String password) {}

    record Directory(String host, String address, String base, String account, String password) {}

    record Snmp(String community) {}

    record Admin(String login, String name, String email, String password) {}

    record Person(String name, String login, String email, List<String> groups) {}

    static World read(Path file) throws IOException {
        return Json.read(Files.readString(file), World.class);
    }
}

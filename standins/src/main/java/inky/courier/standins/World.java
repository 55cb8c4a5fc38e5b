package inky.courier.standins;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import tools.jackson.databind.json.JsonMapper;

/** What the file of the demo world says about stand-ins; the rest of the file is for the application's demo data. */
@JsonIgnoreProperties(ignoreUnknown = true)
record World(
        Settings settings,
        List<Place> places,
        List<Device> devices,
        List<Device> newDevices,
        List<Trouble> troubles,
        List<Stick> sticks,
        List<Office> postOffices,
        House fileHouse,
        House cloud,
        Directory directory,
        Snmp snmp,
        List<Person> people) {
    /** Those of the office, and those that stand there and are to be found yet. */
    List<Device> allDevices() {
        return Stream.concat(devices.stream(), newDevices.stream()).toList();
    }

    @JsonIgnoreProperties(ignoreUnknown = true)
    /** @param paper in its trays, in percent; full where absent @param toner likewise @param firmware that it runs; the newest where absent */
    record Device(
            String name,
            String place,
            String model,
            String address,
            List<Integer> paper,
            List<Integer> toner,
            String firmware) {
        Device {
            paper = paper == null ? List.of() : paper;
            toner = toner == null ? List.of() : toner;
        }
    }

    /** Where devices stand. @param what the same in words */
    record Place(String name, String what) {}

    /** What the office has set at its devices. @param changedThere by somebody since */
    record Settings(String contact, int sleepMinutes, String timeServer, List<Changed> changedThere) {}

    /** @param attribute of IPP */
    record Changed(String device, String attribute, String value) {}

    /** A stick that is in a device. @param stack whose pages lie on it as pictures */
    record Stick(String device, Stack stack) {}

    record Trouble(String device, int state, List<String> reasons) {}

    @JsonIgnoreProperties(ignoreUnknown = true)
    record Office(String name, String host, String address, String account, String password, int maxMessageMb) {}

    /** How devices may be asked over SNMP version 2c. */
    record Snmp(String community) {}

    /** A file house or a cloud folder. */
    @JsonIgnoreProperties(ignoreUnknown = true)
    record House(String host, String address, String account, String password) {}

    /** @param more who is in it beside the people of the office */
    record Directory(String host, String address, String base, String account, String password, List<Person> more) {}

    @JsonIgnoreProperties(ignoreUnknown = true)
    record Person(String name, String login, String email, List<String> groups) {
        StandInDirectory.Person entry() {
            return new StandInDirectory.Person(name, login, email, groups == null ? List.of() : groups);
        }
    }

    static World read(Path file) {
        return JsonMapper.builder().build().readValue(file.toFile(), World.class);
    }
}

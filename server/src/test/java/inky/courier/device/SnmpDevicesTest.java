package inky.courier.device;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.core.fleet.Level;
import inky.courier.core.message.Languages;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.harness.TimedOffice;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.FreePort;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** What devices tell by SNMP where their own protocol tells nothing of it. */
class SnmpDevicesTest {
    private static final String COMMUNITY = "tidewater";

    private TimedOffice office;

    private String added(String name, StandInDevice at, String protocol) {
        return office.office
                .desk
                .post(
                        "/api/devices",
                        Map.of(
                                "name",
                                name,
                                "place",
                                "Linnet Pier",
                                "placeWhat",
                                "",
                                "address",
                                at.address() + ":" + at.port(),
                                "signOutSeconds",
                                60,
                                "protocol",
                                protocol))
                .ok()
                .get("id");
    }

    private DeviceView look(String id) {
        return office.bean(DeviceService.class).refresh(UUID.fromString(id));
    }

    private static String words(DeviceView device) {
        return device.conditionWords().in(Languages.FIRST);
    }

    private static Map<String, Object> asks(String version, int port) {
        return Map.of("snmp", Map.of("version", version, "port", port), "secrets", Map.of("SNMP_COMMUNITY", COMMUNITY));
    }

    private static StandInDevice standIn(String name, String address, int snmpPort) throws IOException {
        StandInDevice device =
                StandInDevice.start(DeviceModel.named("Alder M30").orElseThrow(), name, address, 0, 1, 0);
        device.snmp(snmpPort, COMMUNITY);
        return device;
    }

    @Test
    void paperFaultsAndSilenceAreSeenWhateverTheProtocol() throws IOException {
        int port = FreePort.at("127.20.9.5");
        try (TimedOffice there = new TimedOffice();
                StandInDevice scanning = standIn("Yard office", "127.20.9.5", port);
                StandInDevice sending = standIn("Store", "127.20.9.6", port)) {
            office = there;
            String escl = added("Yard office", scanning, "ESCL");
            String mail = added("Store", sending, "MAIL");
            assertThat(look(escl).supplies().trays()).as("eSCL tells none").isEmpty();
            assertThat(words(look(mail))).isEqualTo("It cannot be asked how it is.");

            assertThat(office.office
                            .settings(Map.of("snmp", Map.of("version", "V2C", "port", port)))
                            .text())
                    .contains("secrets.SNMP_COMMUNITY");
            assertThat(office.office.settings(asks("V2C", port)).ok().text())
                    .contains("SNMP_COMMUNITY")
                    .doesNotContain(COMMUNITY);

            scanning.stock().toner(1, 0);
            DeviceView yard = look(escl);
            assertThat(yard.condition()).isEqualTo(State.CARE);
            assertThat(words(yard)).isEqualTo("Toner is empty. Scanning works.");
            assertThat(yard.supplies().supplies().get(0).level()).isEqualTo(Level.EMPTY);
            assertThat(yard.details().serialNumber()).isNotEmpty();
            assertThat(look(mail).condition()).isEqualTo(State.READY);
            assertThat(words(look(mail))).isEqualTo("Ready.");

            // One datagram that is lost takes nothing away; a device that can tell nothing else is away then
            scanning.stopSnmp();
            sending.stopSnmp();
            assertThat(look(escl).details()).isEqualTo(yard.details());
            assertThat(look(mail).condition()).isEqualTo(State.UNREACHABLE);
            office.time.setForward(Duration.ofHours(2));
            assertThat(look(escl).details().serialNumber()).isEmpty();

            assertThat(office.office.settings(asks("OFF", port)).ok().text()).doesNotContain("SNMP_COMMUNITY");
            assertThat(words(look(mail))).isEqualTo("It cannot be asked how it is.");
        }
    }

    @Test
    void aDeviceIsTriedBeforeAnythingIsSaved() throws IOException {
        int port = FreePort.at("127.20.9.7");
        try (TimedOffice there = new TimedOffice();
                StandInDevice device = standIn("Store", "127.20.9.7", port)) {
            office = there;
            String id = added("Store", device, "IPP");
            Map<String, Object> access = Map.of("version", "V2C", "port", port);
            String path = "/api/devices/" + id + "/snmp";
            assertThat(office.office
                            .desk
                            .post(path, Map.of("access", access, "secrets", Map.of("SNMP_COMMUNITY", COMMUNITY)))
                            .ok()
                            .json()
                            .path("supplies")
                            .path("trays")
                            .size())
                    .isEqualTo(2);
            assertThat(office.office
                            .desk
                            .post(path, Map.of("access", access, "secrets", Map.of("SNMP_COMMUNITY", "public")))
                            .ok()
                            .json()
                            .path("trouble")
                            .asString())
                    .isEqualTo("No answer by SNMP.");
            assertThat(office.office
                            .desk
                            .post(path, Map.of("access", Map.of("version", "V3")))
                            .text())
                    .contains("snmp.user");
            assertThat(office.office.desk.get("/api/settings").ok().text()).doesNotContain("V2C");
        }
    }
}

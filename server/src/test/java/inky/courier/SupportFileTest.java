package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.Stack;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What leaves for whoever helps: enough to help, no secret, and of people only what somebody wanted to be in it. */
@ExtendWith(SharedOffice.class)
class SupportFileTest {
    @Test
    void itTellsWhatHappenedAndNothingSecret(Office office) {
        String delivery = office.send(Stack.BERTH_PERMIT);
        Waiting.until(() -> office.state(delivery).equals("ACCEPTED"), "it arrives");
        JsonNode row =
                office.desk.get("/api/deliveries/" + delivery).ok().json().path("row");
        long number = row.path("number").asLong();
        String person = row.path("personName").asString();
        String address = row.path("legs")
                .path(0)
                .path("recipients")
                .path(0)
                .path("address")
                .asString();
        assertThat(address).contains("@");

        String path = "/api/support-file?number=" + number + "&number=999999";
        JsonNode hidden = office.desk.get(path).ok().json();
        assertThat(hidden.path("missing").toString()).isEqualTo("[999999]");
        assertThat(hidden.path("parts")
                        .valueStream()
                        .map(part -> part.path("name").asString()))
                .contains("Versions", "Set-up without secrets", "Devices", "Delivery D-" + number);
        assertThat(hidden.toString())
                .contains("PostgreSQL", "person-1", "address-")
                .contains(address.substring(address.indexOf('@')))
                .doesNotContain(person)
                .doesNotContain(address)
                .doesNotContain(Office.PASSWORD)
                .doesNotContain(office.pin);
        assertThat(office.desk.get(path + "&names=true").ok().text())
                .contains(person, address)
                .doesNotContain(Office.PASSWORD)
                .doesNotContain(office.pin);
        assertThat(office.account(Role.AUDITOR).get(path).status()).isEqualTo(403);
        assertThat(office.desk.get("/api/security-log?what=EXPORTED").ok().text())
                .contains("a support file");
    }
}

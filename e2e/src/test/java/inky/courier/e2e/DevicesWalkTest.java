package inky.courier.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.StandInDevice;
import inky.courier.standins.StandInDevice.SignIn;
import java.nio.file.Path;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Devices are added by their address alone; one that is guarded has its certificate looked at and its account entered. */
class DevicesWalkTest {
    @TempDir
    Path certificates;

    private Page desk;

    @Test
    void fromAnAddressToADeviceThatIsTrusted() throws Exception {
        DeviceModel model = DeviceModel.named("Alder M30").orElseThrow();
        SignIn signIn = new SignIn("keeper", "lantern-77", true);
        try (StandInDevice plain = StandInDevice.start(
                        DeviceModel.named("Borage S1").orElseThrow(), "Charts", "127.20.9.31", 0, 1, 0);
                StandInDevice guarded = StandInDevice.guarded(model, "Vault", "127.20.9.32", certificates, signIn);
                Courier courier = Courier.start();
                Office office = Office.ready(courier);
                Chrome chrome = new Chrome()) {
            Assertions.assertThat(office.deviceId).isNotEmpty();
            desk = chrome.desk(courier);
            look(courier, plain);
            assertThat(desk.getByText("Borage S1")).isVisible();
            assertThat(desk.getByText("eSCL, not encrypted")).isVisible();
            save("Chart office");

            look(courier, guarded);
            Chrome.checkAccessibility(desk, "a certificate that nobody has trusted");
            button("Trust exactly this one").click();
            assertThat(desk.getByText("The device asks for its administrator")).isVisible();
            desk.getByLabel("Administrator's account, if it asks").fill("keeper");
            password().fill("not this one");
            button("Look at the device").click();
            assertThat(desk.getByText("The device refuses the account or its password."))
                    .isVisible();
            password().fill("lantern-77");
            button("Look at the device").click();
            assertThat(desk.getByText("Alder M30")).isVisible();
            assertThat(desk.getByText("IPP, encrypted")).isVisible();
            Chrome.checkAccessibility(desk, "a guarded device");
            save("Vault");

            // Kept with it; the password is not shown again.
            assertThat(desk.getByLabel("Administrator's account, if it asks")).hasValue("keeper");
            assertThat(password()).hasValue("");
            button("Look at its certificate").click();
            assertThat(desk.getByText("CN=Vault").first()).isVisible();
            assertThat(button("Trust exactly this one")).isHidden();
            Assertions.assertThat(chrome.complaints()).isEmpty();
        }
    }

    private void look(Courier courier, StandInDevice device) {
        desk.navigate(courier.uri() + "/devices/new");
        desk.getByLabel("Address").fill(device.address() + ":" + device.port());
        button("Look at the device").click();
    }

    private void save(String name) {
        desk.getByLabel("Name, as people call it").fill(name);
        desk.getByLabel("Place", new Page.GetByLabelOptions().setExact(true)).fill("Harbour");
        button("Save the device").click();
        assertThat(desk.getByText(name + " created.")).isVisible();
    }

    private Locator password() {
        return desk.getByLabel("Password", new Page.GetByLabelOptions().setExact(true));
    }

    private Locator button(String name) {
        return desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first();
    }
}

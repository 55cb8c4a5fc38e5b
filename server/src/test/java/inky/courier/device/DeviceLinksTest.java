package inky.courier.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import inky.courier.core.fleet.DeviceProtocol;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A device is given what its protocol can do, and told so where that is less than all. */
class DeviceLinksTest {
    private static final DeviceAddress DEVICE = new DeviceAddress("192.0.2.9", 631, DeviceProtocol.IPP);

    private static <L extends DeviceLink> L link(Class<L> port) {
        L link = mock(port);
        when(link.protocol()).thenReturn(DeviceProtocol.IPP);
        return link;
    }

    @Test
    void eachPortHasAnImplementationOfItsOwn() throws DeviceTrouble {
        DeviceStatus status = link(DeviceStatus.class);
        DeviceScanner scanner = link(DeviceScanner.class);
        DeviceLinks links = new DeviceLinks(List.of(status), List.of(scanner), List.of(), List.of(), List.of());
        assertThat(links.status(DEVICE)).isSameAs(status);
        assertThat(links.scanner(DEVICE)).isSameAs(scanner);
        assertThatThrownBy(() -> links.printer(DEVICE))
                .isInstanceOfSatisfying(
                        DeviceTrouble.class,
                        trouble -> assertThat(trouble.code()).isEqualTo("device.cannot"));
    }

    @Test
    void twoForOneProtocolAreAMistakeOfOurs() {
        List<DeviceScanner> two = List.of(link(DeviceScanner.class), link(DeviceScanner.class));
        assertThatThrownBy(() -> new DeviceLinks(List.of(), two, List.of(), List.of(), List.of()))
                .isInstanceOf(IllegalStateException.class);
    }
}

package inky.courier.device;

import inky.courier.core.fleet.DeviceField;
import java.util.Map;

/** Sets what a device keeps itself. */
public interface DeviceSetter extends DeviceLink {
    /**
     * Sets all of these or none.
     *
     * @param values by field, in the form said there
     * @throws DeviceTrouble also when it does not take one of them
     */
    void set(DeviceAddress device, Map<DeviceField, String> values) throws DeviceTrouble;
}

package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.SidecarForm;
import java.util.ArrayList;
import java.util.List;

/** The USB stick in the device that scans. */
final class UsbStick extends StorageRules {
    @Override
    List<Field> fields() {
        return List.of(
                PATH_THERE,
                MAKE_FOLDERS,
                WHEN_TAKEN,
                SIDECAR,
                Field.of("mustEncrypt", Type.TICK),
                Field.warning("stick-lost").when("mustEncrypt", "^false$"),
                WHICH_DEVICE);
    }

    @Override
    String place(FolderSettings folder) {
        return "the stick in the device";
    }

    @Override
    List<Problem> problems(FolderSettings settings) {
        List<Problem> problems = new ArrayList<>(super.problems(settings));
        if (settings.mustEncrypt() && settings.sidecar() != SidecarForm.NONE) {
            problems.add(problem(
                    "sidecar",
                    Message.of("problem.destination.sidecar"),
                    Message.of("problem.destination.sidecar.remedy")));
        }
        return problems;
    }
}

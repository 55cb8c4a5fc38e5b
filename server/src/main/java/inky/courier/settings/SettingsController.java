package inky.courier.settings;

import inky.courier.core.access.Right;
import inky.courier.core.office.OfficeSettings;
import inky.courier.web.Needs;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/settings")
class SettingsController {
    private final Settings settings;

    SettingsController(Settings settings) {
        this.settings = settings;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    OfficeSettings read() {
        return settings.read();
    }

    @PutMapping
    OfficeSettings change(@RequestBody Settings.SettingsForm form) {
        return settings.change(form);
    }
}

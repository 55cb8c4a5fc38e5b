package inky.courier.settings;

import inky.courier.core.access.Right;
import inky.courier.core.office.OfficeSettings;
import inky.courier.settings.Settings.SettingsView;
import inky.courier.web.Needs;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
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
    SettingsView read() {
        return SettingsView.of(settings.read(), settings.kept());
    }

    @PutMapping
    SettingsView change(
            @RequestBody Settings.SettingsForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        OfficeSettings changed = settings.change(form, version);
        return SettingsView.of(changed, settings.kept());
    }
}

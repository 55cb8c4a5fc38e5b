package inky.courier.settings;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/settings")
class SettingsController {
    private final Settings settings;

    SettingsController(Settings settings) {
        this.settings = settings;
    }

    @GetMapping
    Settings.Office read() {
        return settings.read();
    }

    @PutMapping
    Settings.Office change(@RequestBody Settings.Office office) {
        return settings.change(office);
    }
}

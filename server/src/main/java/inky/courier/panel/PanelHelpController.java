package inky.courier.panel;

import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.help.HelpCalls;
import inky.courier.help.HelpCalls.Caller;
import inky.courier.help.HelpCalls.Doing;
import inky.courier.help.HelpCalls.OwnCall;
import inky.courier.help.SharedScreen;
import inky.courier.settings.Settings;
import jakarta.annotation.Nullable;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Help at a panel, also for who cannot sign in: they know their call by its id alone. */
@RestController
@RequestMapping("/api/panel/{device}/help")
class PanelHelpController {
    private final HelpCalls calls;
    private final DeviceService devices;
    private final Settings settings;

    PanelHelpController(HelpCalls calls, DeviceService devices, Settings settings) {
        this.calls = calls;
        this.devices = devices;
        this.settings = settings;
    }

    /**
     * What somebody tells who helps them by telephone.
     *
     * @param phone of the help desk; empty for none
     * @param model of the device, as it calls itself
     * @param version of Courier; empty for one that was never released
     * @param call that whoever is signed in has made here and that has not ended; absent for none
     */
    record PanelHelp(
            String phone,
            String device,
            String place,
            String address,
            String model,
            Message condition,
            String version,
            @Nullable OwnCall call) {}

    record PanelWords(String text) {}

    private static Caller caller(UUID device, @Nullable PanelUser user) {
        return new Caller(device, user == null ? null : user.known().orElse(null));
    }

    @GetMapping
    PanelHelp panelHelp(@PathVariable UUID device, @AuthenticationPrincipal @Nullable PanelUser user) {
        DeviceView view = devices.get(device);
        // Whoever is not signed in may be another than who called.
        Optional<OwnCall> open = user == null || user.guest() ? Optional.empty() : calls.open(caller(device, user));
        return new PanelHelp(
                settings.read().helpDesk().phone(),
                view.name(),
                view.place(),
                view.address(),
                view.abilities().makeAndModel(),
                view.conditionWords(),
                Optional.ofNullable(getClass().getPackage().getImplementationVersion())
                        .orElse(""),
                open.orElse(null));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    OwnCall callForHelp(
            @PathVariable UUID device, @RequestBody Doing doing, @AuthenticationPrincipal @Nullable PanelUser user) {
        return calls.call(caller(device, user), doing);
    }

    @GetMapping("/{call}")
    OwnCall ownHelpCall(
            @PathVariable UUID device, @PathVariable UUID call, @AuthenticationPrincipal @Nullable PanelUser user) {
        return calls.get(caller(device, user), call);
    }

    @PostMapping("/{call}/words")
    OwnCall sayToHelpDesk(
            @PathVariable UUID device,
            @PathVariable UUID call,
            @RequestBody PanelWords words,
            @AuthenticationPrincipal @Nullable PanelUser user) {
        return calls.say(caller(device, user), call, words.text());
    }

    @DeleteMapping("/{call}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawHelpCall(
            @PathVariable UUID device, @PathVariable UUID call, @AuthenticationPrincipal @Nullable PanelUser user) {
        calls.withdraw(caller(device, user), call);
    }

    /** Only who is signed in shows what they do; before that a PIN is entered. */
    @PutMapping("/{call}/screen")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void shareScreen(
            @PathVariable UUID device,
            @PathVariable UUID call,
            @RequestBody SharedScreen screen,
            @AuthenticationPrincipal PanelUser user) {
        calls.show(caller(device, user), call, screen);
    }

    @DeleteMapping("/{call}/screen")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stopSharingScreen(
            @PathVariable UUID device, @PathVariable UUID call, @AuthenticationPrincipal PanelUser user) {
        calls.hide(caller(device, user), call);
    }
}

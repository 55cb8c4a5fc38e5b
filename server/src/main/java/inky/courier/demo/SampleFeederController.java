package inky.courier.demo;

import inky.courier.core.profile.PaperSource;
import inky.courier.demo.SampleFeeder.SampleStack;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sample paper at the panel of a stand-in device; who stands there, the panel's door has made sure of. */
@RestController
@RequestMapping("/api/panel/{device}/stacks")
class SampleFeederController {
    private final SampleFeeder feeder;

    SampleFeederController(SampleFeeder feeder) {
        this.feeder = feeder;
    }

    @GetMapping
    List<SampleStack> panelStacks(@PathVariable UUID device) {
        return feeder.stacks(device);
    }

    @PostMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void putStack(
            @PathVariable UUID device,
            @PathVariable String name,
            @RequestParam(defaultValue = "FEEDER") PaperSource to) {
        feeder.put(device, to, name);
    }
}

package inky.courier.alert;

import inky.courier.alert.Alerts.AlertRules;
import inky.courier.alert.Alerts.AlertView;
import inky.courier.core.access.Right;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.ACT_ON_DELIVERIES)
@RequestMapping("/api/alerts")
class AlertController {
    private final Alerts alerts;
    private final AlertTrial trial;

    AlertController(Alerts alerts, AlertTrial trial) {
        this.alerts = alerts;
        this.trial = trial;
    }

    /** @param until absent to end that */
    record PutOffForm(@Nullable Instant until) {}

    @Needs(Right.READ_DELIVERIES)
    @GetMapping
    List<AlertView> listAlerts() {
        return alerts.open();
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/ended")
    List<AlertView> listEndedAlerts() {
        return alerts.ended();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/rules")
    AlertRules getAlertRules() {
        return alerts.rules();
    }

    /** Tells those who are told of alerts that this is a test, as what is saved says. */
    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/test")
    List<AlertTrial.Told> testAlerts() {
        return trial.go();
    }

    @PutMapping("/{id}/taken")
    AlertView takeAlert(@PathVariable UUID id) {
        return alerts.take(id);
    }

    @DeleteMapping("/{id}/taken")
    AlertView giveAlertBack(@PathVariable UUID id) {
        return alerts.giveBack(id);
    }

    @PutMapping("/{id}/put-off")
    AlertView putAlertOff(@PathVariable UUID id, @RequestBody PutOffForm form) {
        return alerts.putOff(id, form.until());
    }
}

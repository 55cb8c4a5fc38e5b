package inky.courier.core.alert;

import java.util.Objects;

/**
 * How a rule is wanted, in the office or at one place of work.
 *
 * @param place where; empty for the whole office
 * @param on whether it is watched there
 * @param amount in the rule's unit
 * @param hours when what it watches counts; beyond them nothing becomes an alert
 */
public record RuleSetting(
        AlertRule rule, String place, Boolean on, AlertWeight weight, Integer amount, WatchHours hours) {
    public RuleSetting {
        place = Objects.requireNonNullElse(place, "").strip();
        on = !Boolean.FALSE.equals(on);
        hours = Objects.requireNonNullElse(hours, WatchHours.ALWAYS);
        if (rule != null && (weight == null || amount == null)) {
            RuleSetting usual = rule.usual();
            weight = Objects.requireNonNullElse(weight, usual.weight);
            amount = Objects.requireNonNullElse(amount, usual.amount);
        }
    }
}

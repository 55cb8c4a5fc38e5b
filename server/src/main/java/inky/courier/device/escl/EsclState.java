package inky.courier.device.escl;

import inky.courier.core.fleet.DeviceCondition;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * How a scanner is, as its ScannerStatus says; from memory.
 *
 * @param condition in the words of every device
 * @param feeder its AdfState; empty where it has none
 */
record EsclState(DeviceCondition condition, String feeder, Map<String, String> jobs) {
    private static final int IDLE = 3;
    private static final int AT_WORK = 4;
    private static final int HALTED = 5;

    /** What stops the feeder, as reasons of RFC 8011 section 5.4.12 and PWG 5100.17. */
    private static final Map<String, String> REASONS = Map.of(
            "ScannerAdfJam", "input-media-jam",
            "ScannerAdfHatchOpen", "cover-open",
            "ScannerAdfMispick", "input-pick-error",
            "ScannerAdfInputTrayFailed", "input-pick-error",
            "ScannerAdfMultipickDetected", "multiple-feed");

    static EsclState of(EsclDocument document) {
        String feeder = document.text("AdfState");
        Optional<String> reason = Optional.ofNullable(REASONS.get(feeder));
        int state = reason.isPresent()
                ? HALTED
                : switch (document.text("State")) {
                    case "Processing", "Testing" -> AT_WORK;
                    case "Stopped", "Down" -> HALTED;
                    default -> IDLE;
                };
        return new EsclState(
                DeviceCondition.of(state, List.of(reason.orElse("none")), true),
                feeder,
                document.all("JobInfo").stream()
                        .collect(java.util.stream.Collectors.toMap(
                                job -> job.text("JobUri").replaceAll("/+$", ""),
                                job -> job.text("JobState"),
                                (newest, other) -> newest)));
    }

    boolean isFeederEmpty() {
        return feeder.equals("ScannerAdfEmpty");
    }

    boolean isFeederLoaded() {
        return feeder.equals("ScannerAdfLoaded");
    }

    boolean isStopped() {
        return condition.state() == DeviceCondition.State.STOPPED;
    }

    /** Whether it gave a job up. @param path of the job */
    boolean gaveUp(String path) {
        return Stream.of("Aborted", "Canceled").anyMatch(state -> state.equals(jobs.get(path)));
    }
}

package inky.courier.core.alert;

/** What is watched. Each rule is there at once; {@link RuleSetting} says what an office wants otherwise. */
public enum AlertRule {
    /** A device is stopped or away while people usually scan there. */
    DEVICE_DOWN(AlertWeight.URGENT, Unit.MINUTES, 5, 1, 240),
    /** All trays of a device that tells its paper are empty. */
    NO_PAPER(AlertWeight.URGENT, Unit.MINUTES, 15, 1, 240),
    /** A supply may be out within so many days, by its trend and the spread of it. */
    SUPPLY_ENDS(AlertWeight.SOON, Unit.DAYS, 5, 1, 60),
    /** The certificate of a device, a server, a folder or of Courier itself ends. */
    CERTIFICATE_ENDS(AlertWeight.SOON, Unit.DAYS, 21, 1, 90),
    /** More deliveries fail for one cause at one route than do usually. */
    FAILURES(AlertWeight.URGENT, Unit.DAYS_A_FALSE_ALARM, 30, 1, 365),
    /** Nobody scans at a device where somebody would have by now. */
    DEVICE_QUIET(AlertWeight.SOON, Unit.DAYS_A_FALSE_ALARM, 30, 1, 365),
    /** Nothing arrives of what devices send by themselves. */
    INTAKE_QUIET(AlertWeight.SOON, Unit.DAYS_A_FALSE_ALARM, 90, 1, 365),
    /** A folder cannot be looked into, or Courier does not listen for what devices send. */
    INTAKE_CLOSED(AlertWeight.URGENT, Unit.MINUTES, 10, 1, 240),
    /** Devices are set otherwise than wanted. */
    DRIFT(AlertWeight.SOON, Unit.MINUTES, 60, 1, 240),
    /** No scan arrives from anywhere. */
    OFFICE_QUIET(AlertWeight.URGENT, Unit.DAYS_A_FALSE_ALARM, 90, 1, 365),
    /** So little is left of the disk of the database or of the work folder. */
    DISK_ROOM(AlertWeight.URGENT, Unit.PERCENT, 10, 1, 50),
    /** Work of Courier's own fails so often in a row. */
    OWN_WORK(AlertWeight.SOON, Unit.TIMES, 5, 2, 50);

    /** What a rule's amount counts. */
    public enum Unit {
        /** For which it has to last; what mends itself before is no alert. */
        MINUTES,
        /** Before something ends. */
        DAYS,
        /** In which chance alone gives one alert in the whole office, on average. */
        DAYS_A_FALSE_ALARM,
        PERCENT,
        TIMES
    }

    private final AlertWeight weight;
    private final Unit unit;
    private final int usual;
    private final int least;
    private final int most;

    AlertRule(AlertWeight weight, Unit unit, int usual, int least, int most) {
        this.weight = weight;
        this.unit = unit;
        this.usual = usual;
        this.least = least;
        this.most = most;
    }

    public Unit unit() {
        return unit;
    }

    public int least() {
        return least;
    }

    public int most() {
        return most;
    }

    /** Whether it can be otherwise at one place of work: the others are of the whole office. */
    public boolean isOfPlaces() {
        return switch (this) {
            case DEVICE_DOWN, NO_PAPER, SUPPLY_ENDS, DEVICE_QUIET -> true;
            default -> false;
        };
    }

    /** As it is where nobody wants it otherwise. */
    public RuleSetting usual() {
        return new RuleSetting(this, "", true, weight, usual, WatchHours.ALWAYS);
    }
}

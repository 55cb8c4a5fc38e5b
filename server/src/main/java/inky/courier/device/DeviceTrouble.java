package inky.courier.device;

/** A device did not do what it was asked. */
public class DeviceTrouble extends Exception {
    static final String UNREACHABLE = "device.unreachable";

    private final String code;
    private final String remedy;

    public DeviceTrouble(String code, String sentence, String remedy) {
        super(sentence);
        this.code = code;
        this.remedy = remedy;
    }

    public String code() {
        return code;
    }

    /** Whether the device can know nothing of what was asked. */
    public boolean neverReached() {
        return code.equals(UNREACHABLE);
    }

    public String remedy() {
        return remedy;
    }
}

package inky.courier.device;

/** A device did not do what it was asked. */
public class DeviceTrouble extends Exception {
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

    public String remedy() {
        return remedy;
    }
}

package inky.courier.device;

import inky.courier.core.message.Message;

/** A device did not do what it was asked. */
public class DeviceTrouble extends Exception {
    public static final String UNREACHABLE = "device.unreachable";
    static final String CERTIFICATE_UNKNOWN = "device.certificate-unknown";
    static final String CERTIFICATE_CHANGED = "device.certificate-changed";

    private final String code;
    private final transient Message sentence;
    private final transient Message remedy;

    public DeviceTrouble(String code, Message sentence, Message remedy) {
        super(sentence.toString());
        this.code = code;
        this.sentence = sentence;
        this.remedy = remedy;
    }

    /** One whose words stand under its code. */
    public static DeviceTrouble of(String code) {
        return new DeviceTrouble(code, Message.of("trouble." + code), Message.of("trouble." + code + ".remedy"));
    }

    public String code() {
        return code;
    }

    /** Whether it is well, and only has no time: somebody scans there. */
    public boolean isBusy() {
        return code.equals("device.busy");
    }

    /** Whether the device can know nothing of what was asked. */
    public boolean neverReached() {
        return code.equals(UNREACHABLE);
    }

    /** Whether somebody has to look at the certificate that it shows. */
    boolean isOfCertificate() {
        return code.equals(CERTIFICATE_UNKNOWN) || code.equals(CERTIFICATE_CHANGED);
    }

    public Message sentence() {
        return sentence;
    }

    public Message remedy() {
        return remedy;
    }
}

package inky.courier.core.delivery;

/** Why a delivery does not go although nobody else is at fault. */
public enum CourierCause implements Cause {
    CONTENTS_GONE(Lasting.FOR_GOOD),
    HELD_TOO_LONG(Lasting.FOR_GOOD),
    COURIER_FAILED(Lasting.PASSES),
    COURIER_ENDED(Lasting.FOR_GOOD);

    private final Lasting lasting;

    CourierCause(Lasting lasting) {
        this.lasting = lasting;
    }

    @Override
    public String area() {
        return "courier";
    }

    @Override
    public Lasting lasting() {
        return lasting;
    }

    @Override
    public Scope scope() {
        return Scope.THIS_ONE;
    }
}

package inky.courier.intake;

import inky.courier.live.NoticePlaces;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

@Component
class PlacesOfIncoming implements NoticePlaces {
    private final Intake intake;

    PlacesOfIncoming(Intake intake) {
        this.intake = intake;
    }

    @Override
    public String kind() {
        return Intake.KIND;
    }

    @Override
    public Optional<String> placeOf(UUID id) {
        return intake.placeOf(id);
    }
}

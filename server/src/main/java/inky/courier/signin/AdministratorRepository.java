package inky.courier.signin;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.transaction.annotation.Transactional;

interface AdministratorRepository extends JpaRepository<Administrator, UUID> {
    Optional<Administrator> findByLogin(String login);

    Optional<Administrator> findByProviderSubject(String subject);

    @Modifying
    @Transactional
    @Query("update Administrator a set a.passwordHash = :hash where a.id = :id")
    void keepPassword(UUID id, String hash);

    /** @return 1 when no later step was taken */
    @Modifying
    @Query("update Administrator a set a.totpStep = :step where a.id = :id and a.totpStep < :step")
    int takeStep(UUID id, long step);
}

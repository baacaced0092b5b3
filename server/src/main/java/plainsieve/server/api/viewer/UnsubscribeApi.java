package plainsieve.server.api.viewer;

import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.deliveries.Deliveries;
import plainsieve.server.jobs.deliveries.Unsubscriptions;
import plainsieve.server.people.Role;

/** Unsubscribes from a delivery, or subscribes again: for anyone who has one of its emails. */
@RestController
@RequestMapping("/api/v1/unsubscribe/{token}")
@RequiredRole(value = Role.VIEWER, open = true)
class UnsubscribeApi {
    private final Unsubscriptions unsubscriptions;
    private final Deliveries deliveries;

    UnsubscribeApi(Unsubscriptions unsubscriptions, Deliveries deliveries) {
        this.unsubscriptions = unsubscriptions;
        this.deliveries = deliveries;
    }

    /** A recipient of a delivery. @param unsubscribed whether they are unsubscribed */
    record Subscription(String delivery, String address, boolean unsubscribed) {}

    @GetMapping
    Subscription getSubscription(@PathVariable String token) {
        return body(unsubscriptions.read(token));
    }

    /** Unsubscribes. Mail programs send this request, too (RFC 8058). */
    @PostMapping
    Subscription unsubscribe(@PathVariable String token) {
        return wanting(token, true);
    }

    @DeleteMapping
    Subscription resubscribe(@PathVariable String token) {
        return wanting(token, false);
    }

    private Subscription wanting(String token, boolean none) {
        Unsubscriptions.Subscription of = unsubscriptions.read(token);
        if (deliveries.find(of.projectId(), of.deliveryId()).isPresent()) {
            unsubscriptions.want(of, none);
        }
        return body(of);
    }

    /** A removed delivery has no recipients. */
    private Subscription body(Unsubscriptions.Subscription of) {
        return deliveries
                .find(of.projectId(), of.deliveryId())
                .map(delivery -> new Subscription(delivery.name(), of.address(), unsubscriptions.isUnsubscribed(of)))
                .orElse(new Subscription("Unsubscribe", of.address(), true));
    }
}

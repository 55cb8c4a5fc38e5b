/** Where files arrive that devices send: accounts of Courier's own, and folders elsewhere that it looks into. */
package inky.courier.intake.inbox;

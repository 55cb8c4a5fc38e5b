/** What is read of deliveries: lists, days, sums, troubles, and what the desk shows of one. Nothing here moves a delivery. */
package inky.courier.delivery.query;

"""The demo: The Dry Garden Society's winter show. All of it is invented. Only the demo command imports this."""

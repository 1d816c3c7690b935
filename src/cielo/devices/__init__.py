"""Devices behind small interfaces, and simulated stand-ins that keep to them."""

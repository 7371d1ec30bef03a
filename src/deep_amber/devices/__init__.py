"""Stand-ins for what a photographer has on the network: camera, trigger with flashes, hand meter. docs/devices.md has the
protocol, so that a real device's driver can take their place."""

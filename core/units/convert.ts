/** Exact definitions (international foot, inch and mile). */
export const metresPerInch = 0.0254
export const metresPerFoot = 0.3048
export const metresPerSecondPerMph = 0.44704
export const kilogramsPerPound = 0.45359237
export const kilometresPerMile = 1.609344

export const mphToKmh = (mph: number) => mph * kilometresPerMile
export const kmhToMph = (kmh: number) => kmh / kilometresPerMile
export const celsiusToFahrenheit = (celsius: number) => celsius * 1.8 + 32
export const fahrenheitToCelsius = (fahrenheit: number) => (fahrenheit - 32) / 1.8
export const inchesToMillimetres = (inches: number) => inches * 25.4
export const millimetresToInches = (millimetres: number) => millimetres / 25.4

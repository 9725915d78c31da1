const dark = '(prefers-color-scheme: dark)'

/** Light or dark as the system has it, also when that changes while the page is open. */
export function chooseTheme(): () => void {
  const system = matchMedia(dark)
  const follow = () => (document.documentElement.dataset['theme'] = system.matches ? 'famiglia-night' : 'famiglia-day')
  follow()
  system.addEventListener('change', follow)
  return () => system.removeEventListener('change', follow)
}

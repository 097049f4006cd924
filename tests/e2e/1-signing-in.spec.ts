import { expect, test } from './club'
import { demoSignIns } from '../../demo/sign-ins'
import { signIn } from './steps'

test('anyone who is not signed in is led to the sign-in, and after it to where they wanted to go', async ({
  page,
}) => {
  await page.goto('/people')
  await expect(page).toHaveURL(/\/sign-in\?to=\/people/)
  await page.getByLabel('E-mail').fill(demoSignIns[0].email)
  await page.getByLabel('Password').fill(demoSignIns[0].password)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/people$/)
  await expect(page.getByRole('heading', { name: 'Register' })).toBeVisible()
})

test('a wrong password is told, and what was typed stays', async ({ page }) => {
  await page.goto('/sign-in')
  await page.getByLabel('E-mail').fill('marit@ropewalk.example')
  await page.getByLabel('Password').fill('wrong')
  await page.getByRole('button', { name: 'Come in' }).click()
  await expect(page.getByRole('alert')).toHaveText('That e-mail and password do not go together.')
  await expect(page.getByLabel('E-mail')).toHaveValue('marit@ropewalk.example')
})

test('a sign-in leads nowhere outside the application', async ({ page, club }) => {
  await page.goto('/sign-in?to=//elsewhere.example/')
  await page.getByLabel('E-mail').fill(demoSignIns[0].email)
  await page.getByLabel('Password').fill(demoSignIns[0].password)
  await page.getByRole('button', { name: 'Come in' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Tonight')
  expect(new URL(page.url()).host).toBe(new URL(club).host)
})

test('signing out closes every door', async ({ page }) => {
  await signIn(page)
  await page.getByRole('button', { name: 'Library and club' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/\/sign-in/)
  await page.goto('/floor')
  await expect(page).toHaveURL(/\/sign-in\?to=\/floor/)
})

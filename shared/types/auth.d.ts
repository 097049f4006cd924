declare module '#auth-utils' {
  interface User {
    id: string
    clubId: string
    name: string
    role: 'head' | 'instructor' | 'assistant' | 'desk'
  }
}

export {}
